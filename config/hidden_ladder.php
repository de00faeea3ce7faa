<?php

declare(strict_types=1);

use HiddenLadder\App\Words\Languages;

return [
    // The languages of the interface, the first where none of them is asked for.
    'languages' => Languages::shipped((bool) env('ACCENTED_WORDS', false)),

    // What is kept of what the core worked out, is kept as long as its rules are these.
    'rules' => \HiddenLadder\App\DerivedCache::rules(),

    // Without it nobody makes the first account of a server, whose keeper says who may sign up; `bin/start` prints it.
    'startup_code' => (string) env('APP_STARTUP_CODE', ''),

    // Where uploaded and shipped videos and pictures lie.
    'media_folder' => env('MEDIA_FOLDER', storage_path('app/media')),

    // The socket at which nginx takes what is passed on to the pages that listen; none where they ask by themselves.
    'live_socket' => (string) env('LIVE_SOCKET', ''),

    // With nginx in front, files are handed to it (X-Accel-Redirect) instead of going through PHP.
    'media_by_nginx' => (bool) env('MEDIA_BY_NGINX', false),

    'largest' => [
        'video' => 64 * 1024 * 1024,
        'picture' => 8 * 1024 * 1024,
        'captions' => 256 * 1024,
        'sound' => 16 * 1024 * 1024,
        'file' => 16 * 1024 * 1024,
    ],

    // Bytes that media may hold together: of a round and a student (what was handed in), of a teacher, of a school.
    'quota' => [
        'round' => 100 * 1024 * 1024,
        'student' => 500 * 1024 * 1024,
        'teacher' => 5 * 1024 * 1024 * 1024,
        'school' => 50 * 1024 * 1024 * 1024,
    ],

    // Bytes that stay free on the disk: below, no file is taken, so that answers still are.
    'free_space' => 1024 * 1024 * 1024,

    // Hosts from which videos may come, as beginnings of addresses: VIDEO_HOSTS="https://videos.example https://films.example:8443".
    'video_hosts' => array_values(array_filter(explode(' ', (string) env('VIDEO_HOSTS', '')))),

    // Services in which videos are found and whose player is embedded, each with the adaptor that speaks to it (app/Media/Services).
    'video_services' => [
        'simulated' => ['adaptor' => 'simulated', 'label' => 'Slackwater Reels', 'address' => env('SIMULATED_VIDEO_HOST')],
    ],

    // The school's gradebook (LTI Advantage): where a token is got, as which client, beginnings of the addresses of its columns, and the
    // key that this program signs with (PEM, in base64). Its public half is at /api/gradebook-keys.
    'gradebook' => [
        'token' => (string) env('GRADEBOOK_TOKEN', ''),
        'client' => (string) env('GRADEBOOK_CLIENT', ''),
        'hosts' => (string) env('GRADEBOOK_HOSTS', ''),
        'key' => (string) env('GRADEBOOK_KEY', ''),
        // For which an answer is waited for.
        'seconds' => 10,
    ],

    // A route that does one INSERT for a signed-in student: the yardstick of `bin/bench answers`.
    'bench' => (bool) env('BENCH', false),
];
