<?php

declare(strict_types=1);

// A log that cannot be written, on a full disk, takes nothing else down.
return ['channels' => [
    'single' => ['driver' => 'stack', 'channels' => ['file'], 'ignore_exceptions' => true],
    'file' => ['driver' => 'single', 'path' => storage_path('logs/laravel.log'), 'level' => env('LOG_LEVEL', 'warning'), 'replace_placeholders' => true, 'permission' => 0600],
]];
