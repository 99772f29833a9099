<?php

declare(strict_types=1);

// What a year of one person takes on the disk: so many changes a day through the application as they come from the page, with a key each,
// and everything that is removed once it is over. DAYS is how many days are lived (30), CHANGES how many changes each (40). Ends with 1
// where a year takes more than it may.

use App\Actions\Accounts\OpenAccount;
use App\Models\User;
use App\Retention\Pruning;
use Carbon\CarbonImmutable;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Contracts\Http\Kernel as HttpKernel;
use Illuminate\Foundation\Application;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;

const MOST_MEGABYTES_A_YEAR = 60;

$days = (int) (getenv('DAYS') ?: 30);
$changes = (int) (getenv('CHANGES') ?: 40);
$folder = sys_get_temp_dir().'/plum-rota-bench-'.bin2hex(random_bytes(4));
mkdir($folder, 0700);
touch("{$folder}/data.sqlite");
foreach (['DB_DATABASE' => "{$folder}/data.sqlite", 'CACHE_STORE' => 'array', 'SESSION_DRIVER' => 'array'] as $name => $value) {
    putenv("{$name}={$value}");
    $_ENV[$name] = $_SERVER[$name] = $value;
}
/** @var Application $app */
$app = require __DIR__.'/../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();
config(['filesystems.disks.local.root' => $folder]);
Artisan::call('migrate', ['--force' => true]);
$user = app(OpenAccount::class)->open(['name' => 'Steward', 'email' => 'steward@example.test', 'password' => 'glasshouse', 'zone' => 'Europe/Berlin']);
$calendar = DB::table('calendars')->value('id');
/** The id of what was made, where something was. */
$send = function (string $method, string $path, array $body = []) use ($app): string {
    $app->forgetScopedInstances();
    auth()->guard('web')->setUser(User::query()->firstOrFail());
    $request = Request::create("http://localhost/api/{$path}", $method, [], [], [], [
        'HTTP_ACCEPT' => 'application/json',
        'CONTENT_TYPE' => 'application/json',
        'HTTP_ORIGIN' => 'http://localhost',
        'HTTP_IDEMPOTENCY_KEY' => bin2hex(random_bytes(8)),
        'HTTP_X_CSRF_TOKEN' => 'none',
    ], json_encode($body, JSON_THROW_ON_ERROR));
    $app->instance('request', $request);
    $response = $app->make(HttpKernel::class)->handle($request);
    if ($response->getStatusCode() >= 300) {
        throw new RuntimeException("{$method} {$path}: {$response->getStatusCode()} {$response->getContent()}");
    }

    $made = json_decode((string) $response->getContent(), true);

    return is_array($made) && is_string($made['id'] ?? null) ? $made['id'] : '';
};
$app->instance(Illuminate\Foundation\Http\Middleware\ValidateCsrfToken::class, new class()
{
    public function handle(Request $request, Closure $next): mixed
    {
        return $next($request);
    }
});
$size = function () use ($folder): float {
    DB::select('pragma wal_checkpoint(truncate)');
    clearstatcache();

    return filesize("{$folder}/data.sqlite") / 1e6;
};
mt_srand(20261125);
$routines = [];
for ($i = 0; $i < 12; $i++) {
    $routines[] = $send('POST', 'entries', ['title' => "Round {$i}", 'calendar_id' => $calendar, 'start' => '2026-01-01', 'rule' => 'FREQ=DAILY']);
}
$began = $size();
for ($day = 0; $day < $days; $day++) {
    $today = CarbonImmutable::parse('2026-01-01')->addDays($day);
    CarbonImmutable::setTestNow($today->setTime(9, 0));
    $tasks = [];
    for ($i = 0; $i < $changes; $i++) {
        match (true) {
            $i < 12 => $send('PUT', "entries/{$routines[$i]}/occurrences/{$today->toDateString()}/done"),
            $i % 4 === 0 || $tasks === [] => $tasks[] = $send('POST', 'entries', [
                'title' => "Re-putty pane {$day}.{$i}",
                'calendar_id' => $calendar,
                'start' => $today->toDateString(),
                'notes' => str_repeat('North house, third row. ', mt_rand(0, 8)),
            ]),
            $i % 4 === 1 => $send('PATCH', "entries/{$tasks[array_rand($tasks)]}", ['estimate' => 5 * mt_rand(1, 20), 'scope' => 'whole']),
            $i % 4 === 2 => $send('PUT', "entries/{$tasks[array_rand($tasks)]}/occurrences/once/day", ['day' => $today->addDays(mt_rand(1, 5))->toDateString()]),
            default => $send('PUT', "entries/{$tasks[array_rand($tasks)]}/occurrences/once/done"),
        };
    }
    if ($day % 7 === 6) {
        app(Pruning::class)->run(CarbonImmutable::now());
    }
}
$lived = $size() - $began;
$made = $days * $changes;
$step = DB::table('history')->selectRaw('avg(length("rows"))')->value('avg(length("rows"))');
// In the second year the steps of the first go, and their room with them.
CarbonImmutable::setTestNow(CarbonImmutable::parse('2026-01-01')->addDays($days + 400));
$gone = app(Pruning::class)->run(CarbonImmutable::now());
$left = $size() - $began;
printf("\na year of one person\n%d changes: %.2f MB, %.2f kB each (a step of the history %.2f kB)\n", $made, $lived, 1000 * $lived / $made, (is_numeric($step) ? (float) $step : 0) / 1000);
printf("a year of %d changes a day: %.0f MB, of which %.0f MB are entries and the rest goes a year later\n", $changes, $lived / $days * 365, $left / $days * 365);
printf("given back to the disk: %.1f MB\n", $gone['bytes given back to the disk'] / 1e6);
exec('rm -rf '.escapeshellarg($folder));
if ($lived / $days * 365 > MOST_MEGABYTES_A_YEAR) {
    fwrite(STDERR, 'A year takes more than '.MOST_MEGABYTES_A_YEAR." MB.\n");
    exit(1);
}
