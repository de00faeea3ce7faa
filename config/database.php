<?php

declare(strict_types=1);

return [
    'default' => 'mariadb',

    'connections' => [
        'mariadb' => [
            'driver' => 'mariadb',
            'host' => env('DB_HOST', '127.0.0.1'),
            'port' => env('DB_PORT', '3306'),
            // Where database and app share a machine: half the way of loopback.
            'unix_socket' => env('DB_SOCKET', ''),
            'database' => env('DB_DATABASE', 'hidden_ladder'),
            'username' => env('DB_USERNAME', 'ladder'),
            'password' => env('DB_PASSWORD', ''),
            'charset' => 'utf8mb4',
            'collation' => 'utf8mb4_unicode_ci',
            'strict' => true,
            // It is named when connecting.
            'use_db_after_connecting' => false,
            'options' => [
                // A worker keeps its connection; what a request left open in it is rolled back when the request ends.
                PDO::ATTR_PERSISTENT => (bool) env('DB_PERSISTENT', false),
                // Bound by the driver in one way to the server instead of two; the connection's characters are set beforehand.
                PDO::ATTR_EMULATE_PREPARES => true,
                // One statement at a time, as it is when the server binds.
                PDO::MYSQL_ATTR_MULTI_STATEMENTS => false,
            ],
        ],
    ],
];
