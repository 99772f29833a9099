<?php

declare(strict_types=1);

// Files of iCalendar of a growing number of entries: looked through, read in portions, taken in as one step, taken back, and what
// all of it needs of memory. ENTRIES=50000 for the most that a file may have.

use App\Actions\Accounts\OpenAccount;
use App\Actions\History\Rewind;
use App\Actions\Interchange\TakeImport;
use App\Interchange\CalendarWriter;
use App\Interchange\EntryWriter;
use App\Interchange\ImportFolder;
use App\Interchange\ReadImport;
use App\Models\Entry;
use App\Queries\Occurrences\DaysOff;
use Carbon\CarbonImmutable;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Foundation\Application;
use Illuminate\Support\Facades\Artisan;

$folder = sys_get_temp_dir().'/plum-rota-bench-'.bin2hex(random_bytes(4));
mkdir($folder, 0700);
touch("{$folder}/data.sqlite");
$settings = [
    'DB_CONNECTION' => 'sqlite',
    'DB_DATABASE' => "{$folder}/data.sqlite",
    'CACHE_STORE' => 'array',
    'SESSION_DRIVER' => 'array',
];
foreach ($settings as $name => $value) {
    putenv("{$name}={$value}");
    $_ENV[$name] = $_SERVER[$name] = $value;
}
/** @var Application $app */
$app = require __DIR__.'/../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();
config(['filesystems.disks.local.root' => $folder]);
Artisan::call('migrate', ['--force' => true]);
$user = app(OpenAccount::class)->open([
    'name' => 'Steward',
    'email' => 'steward@example.test',
    'password' => 'glasshouse',
    'zone' => 'Europe/Berlin',
]);
$calendar = (string) $user->refresh()->default_calendar_id;

$timed = function (Closure $work): float {
    $began = hrtime(true);
    $work();

    return (hrtime(true) - $began) / 1e9;
};
/** Of twenty entries one is a routine; over ten years up to this one. */
$write = function (string $path, int $number): void {
    $text = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\n";
    for ($i = 0; $i < $number; $i++) {
        $day = date('Ymd', strtotime('-10 years') + 86400 * ($i % 3900));
        $rule = $i % 20 === 0 ? "RRULE:FREQ=WEEKLY;COUNT=20\r\n" : '';
        $alarm = $i % 4 === 0 ? "BEGIN:VALARM\r\nACTION:DISPLAY\r\nTRIGGER:-PT15M\r\nEND:VALARM\r\n" : '';
        $text .=
            "BEGIN:VEVENT\r\nUID:{$number}-{$i}@example.test\r\nDTSTAMP:20260101T000000Z\r\nSUMMARY:Entry number {$i}\r\n".
            'DESCRIPTION:'.
            str_repeat('words and ', 15).
            "\r\n".
            "DTSTART;TZID=Europe/Berlin:{$day}T090000\r\nDTEND;TZID=Europe/Berlin:{$day}T100000\r\n".
            "{$rule}{$alarm}END:VEVENT\r\n";
    }
    file_put_contents($path, "{$text}END:VCALENDAR\r\n");
};

echo "\nfiles of iCalendar\n";
printf(
    "%8s %8s %10s %14s %10s %10s %10s %10s\n",
    'entries',
    'MB',
    'look, s',
    'read, s',
    'take, s',
    'out, s',
    'back, s',
    'MB at most',
);
foreach ((int) getenv('ENTRIES') > 0 ? [(int) getenv('ENTRIES')] : [1000, 10_000] as $number) {
    memory_reset_peak_usage();
    $path = "{$folder}/{$number}.ics";
    $write($path, $number);
    $began = hrtime(true);
    $import = ImportFolder::open($user, new SplFileInfo($path), 'bench.ics');
    $look = (hrtime(true) - $began) / 1e9;
    $portions = 0;
    $read = $timed(function () use ($user, $import, &$portions): void {
        do {
            (new ReadImport())->go($user, $import);
            $portions++;
            $state = $import->state();
        } while ($state['read'] < $state['total']);
    });
    $take = $timed(fn () => app(TakeImport::class)->take($user, $import, [['calendar_id' => $calendar]], 'all'));
    $now = CarbonImmutable::now();
    $out = $timed(function () use ($user, $now): void {
        $file = new CalendarWriter(new EntryWriter($user->timeZone(), app(DaysOff::class)->marks($user), $now), $now);
        foreach (
            $file->pieces(
                'All',
                null,
                Entry::query()
                    ->with(['calendar', 'overrides'])
                    ->orderBy('id')
                    ->lazy(200),
            ) as $piece
        ) {
            unset($piece);
        }
    });
    $back = $timed(fn () => app(Rewind::class)->undo($user->refresh()));
    printf(
        "%8d %8.1f %10.2f %9.1f (%2d) %10.1f %10.1f %10.1f %10d\n",
        $number,
        filesize($path) / 1e6,
        $look,
        $read,
        $portions,
        $take,
        $out,
        $back,
        memory_get_peak_usage() / 1e6,
    );
    $import->remove();
}
exec('rm -rf '.escapeshellarg($folder));
