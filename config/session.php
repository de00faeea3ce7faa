<?php

declare(strict_types=1);

use HiddenLadder\App\Http\CookieNames;

$isHttps = CookieNames::isHttps((string) env('APP_URL', ''));

return [
    // Here, or Redis or any other of the framework's.
    'driver' => env('SESSION_DRIVER', 'sparing'),
    // Those that have run out are cleared away by the scheduler, and not in somebody's request.
    'lottery' => [0, 1],
    // Minutes. How long anybody stays in is decided by EndOldSessions; a student's own device keeps its session for a month.
    'lifetime' => 30 * 24 * 60,
    'cookie' => ($isHttps ? '__Host-' : '').env('SESSION_COOKIE', 'hidden_ladder'),
    'secure' => $isHttps,
];
