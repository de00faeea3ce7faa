<?php

declare(strict_types=1);

use HiddenLadder\App\Models\Teacher;

return [
    'defaults' => ['guard' => 'teacher', 'passwords' => 'teachers'],

    'guards' => [
        'teacher' => ['driver' => 'own-session', 'provider' => 'teachers'],
        'student' => ['driver' => 'own-session', 'provider' => 'students'],
    ],

    'providers' => [
        'teachers' => ['driver' => 'eloquent', 'model' => Teacher::class],
        'students' => ['driver' => 'students'],
    ],

    'passwords' => [
        'teachers' => ['provider' => 'teachers', 'table' => 'password_reset_tokens', 'expire' => 60, 'throttle' => 30],
    ],
];
