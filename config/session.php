<?php

declare(strict_types=1);

// A session lives in its browser only, and ends after twelve idle hours. Who asks to be remembered is so by the device.
return [
    'driver' => env('SESSION_DRIVER', 'file'),
    'files' => storage_path('framework/sessions'),
    'lifetime' => 720,
    'expire_on_close' => true,
    'cookie' => 'plum_rota_session',
    'secure' => str_starts_with((string) env('APP_URL'), 'https://'),
    'http_only' => true,
    'same_site' => 'lax',
];
