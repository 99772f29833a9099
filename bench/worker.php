<?php

declare(strict_types=1);

// Processor time of one look of the worker that finds nothing due, the median of 21, in milliseconds.
require __DIR__.'/../vendor/autoload.php';

$app = require __DIR__.'/../bootstrap/app.php';
$app->make(Illuminate\Contracts\Console\Kernel::class)->bootstrap();
$hand = $app->make(App\Actions\Reminders\DispatchReminders::class);
$spent = function (): float {
    $usage = getrusage() ?: [];

    return ($usage['ru_utime.tv_sec'] + $usage['ru_stime.tv_sec']) * 1e3 + ($usage['ru_utime.tv_usec'] + $usage['ru_stime.tv_usec']) / 1e3;
};
$times = [];
for ($i = 0; $i < 22; $i++) {
    $before = $spent();
    $hand->pass();
    $times[] = $spent() - $before;
}
array_shift($times);
sort($times);
echo $times[10];
