<?php

declare(strict_types=1);

// What waits lies in the database; what failed three times in a file, with its reason. What takes long (archives of accounts) waits apart, so
// that no mail waits for it.
return [
    'connections' => [
        'long' => [
            'driver' => env('QUEUE_CONNECTION', 'database') === 'sync' ? 'sync' : 'database',
            'connection' => null,
            'table' => 'jobs',
            'queue' => 'long',
            'retry_after' => 1900, // seconds: more than any of it takes
            'after_commit' => true,
        ],
    ],
    'failed' => ['driver' => 'file', 'path' => storage_path('framework/failed-jobs.json'), 'limit' => 100],
];
