<?php

declare(strict_types=1);

// What the files of one account may take on the disk, and what is done while one waits.
return [
    'quota_megabytes' => (int) env('FILES_QUOTA_MB', 500),
    // A file with more entries than this is taken in by the long work, apart from whoever asks.
    'taken_at_once' => 5000,
];
