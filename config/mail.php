<?php

declare(strict_types=1);

return [
    'default' => env('MAIL_MAILER', 'log'),
    'mailers' => ['post-box' => ['transport' => 'post-box']],
    'from' => ['address' => env('MAIL_FROM_ADDRESS', 'post@hidden-ladder.invalid'), 'name' => 'Hidden Ladder'],
];
