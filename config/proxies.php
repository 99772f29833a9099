<?php

declare(strict_types=1);

// Addresses of the web servers in front, whose X-Forwarded-* headers are believed; none where PHP is reached directly.
return ['trusted' => array_values(array_filter(explode(',', (string) env('TRUSTED_PROXIES', ''))))];
