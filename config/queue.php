<?php

declare(strict_types=1);

// What waits lies in the database; what failed three times in a file, with its reason.
return ['failed' => ['driver' => 'file', 'path' => storage_path('framework/failed-jobs.json'), 'limit' => 100]];
