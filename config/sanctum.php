<?php

declare(strict_types=1);

use Laravel\Sanctum\Sanctum;

return [
    // The page is served by the application itself: whatever host it was asked for is the host it may come from.
    'stateful' => array_filter(explode(',', env('SANCTUM_STATEFUL_DOMAINS', '').Sanctum::currentRequestHost())),
    'guard' => ['web'],
];
