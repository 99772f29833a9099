<?php

declare(strict_types=1);

// Backups of the whole machine: the database and the files with entries, one archive each.
return [
    'folder' => env('BACKUP_FOLDER', storage_path('backups')),
    'days' => (int) env('BACKUP_DAYS', 7), // of so many days the latest is kept
    'weeks' => (int) env('BACKUP_WEEKS', 4), // and of so many weeks
];
