<?php

declare(strict_types=1);

return [
    'default' => 'sqlite',
    'connections' => [
        'sqlite' => [
            'driver' => 'sqlite',
            'database' => env('DB_DATABASE', database_path('plum-rota.sqlite')),
            'prefix' => '',
            'foreign_key_constraints' => true,
            'busy_timeout' => (int) env('DB_BUSY_TIMEOUT', 5000), // milliseconds,
            'journal_mode' => 'WAL',
            'synchronous' => 'NORMAL',
        ],
    ],
];
