<?php

declare(strict_types=1);

// Where the parts that run by themselves leave their signs of life.
return ['folder' => env('HEALTH_FOLDER', storage_path('framework/alive'))];
