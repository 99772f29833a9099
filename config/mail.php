<?php

declare(strict_types=1);

// The post box is a stand-in that ships with the application; smtp takes its place where there is a mail server.
return [
    'default' => env('MAIL_MAILER', 'post-box'),
    'mailers' => [
        'post-box' => ['transport' => 'post-box'],
        'smtp' => [
            'transport' => 'smtp',
            'scheme' => env('MAIL_SCHEME'),
            'host' => env('MAIL_HOST', '127.0.0.1'),
            'port' => env('MAIL_PORT', 587),
            'timeout' => (int) env('MAIL_TIMEOUT', 10), // seconds; a server that hangs holds up nothing else for longer
            'username' => env('MAIL_USERNAME'),
            'password' => env('MAIL_PASSWORD'),
        ],
    ],
    'from' => ['address' => env('MAIL_FROM_ADDRESS', 'rota@plum-rota.invalid'), 'name' => 'Plum Rota'],
];
