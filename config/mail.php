<?php

declare(strict_types=1);

return [
    'default' => env('MAIL_MAILER', 'log'),
    'mailers' => [
        // Real mail: MAIL_MAILER=smtp, MAIL_HOST, MAIL_PORT, MAIL_USERNAME, MAIL_PASSWORD, MAIL_FROM_ADDRESS.
        'smtp' => [
            'transport' => 'smtp',
            'scheme' => env('MAIL_SCHEME'),
            'host' => env('MAIL_HOST', '127.0.0.1'),
            'port' => env('MAIL_PORT', 587),
            'username' => env('MAIL_USERNAME'),
            'password' => env('MAIL_PASSWORD'),
            'timeout' => 10,
        ],
        // Into the log, where no mail is set up.
        'log' => ['transport' => 'log', 'channel' => null],
        // The demo's simulated post box.
        'post-box' => ['transport' => 'post-box'],
    ],
    'from' => ['address' => env('MAIL_FROM_ADDRESS', 'post@hidden-ladder.invalid'), 'name' => 'Hidden Ladder'],
];
