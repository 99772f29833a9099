<?php

declare(strict_types=1);

// One look of the worker that finds nothing due, the median of 21, in milliseconds.
use App\Actions\Reminders\DispatchReminders;
use Illuminate\Contracts\Console\Kernel;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/../bootstrap/app.php';
app(Kernel::class)->bootstrap();
$dispatch = app(DispatchReminders::class);
$times = [];
for ($i = 0; $i < 22; $i++) {
    $before = hrtime(true);
    $dispatch->pass();
    $times[] = (hrtime(true) - $before) / 1e6;
}
array_shift($times);
sort($times);
echo $times[10];
