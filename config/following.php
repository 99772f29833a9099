<?php

declare(strict_types=1);

// Calendars of others that are followed. Hosts with private addresses are asked only where they are named here, as host:port.
return [
    'allowed' => array_values(array_filter(array_map(trim(...), explode(',', (string) env('FOLLOW_ALLOWED', ''))))),
];
