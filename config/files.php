<?php

declare(strict_types=1);

// What the files of one account may take on the disk.
return ['quota_megabytes' => (int) env('FILES_QUOTA_MB', 500)];
