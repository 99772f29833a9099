<?php

declare(strict_types=1);

use Tests\Architecture\Layers;

/** The drawing of docs/architecture.md, held against the code. */
function drawing(): Layers
{
    return Layers::ofDrawing(dirname(__DIR__, 2).'/docs/architecture.md');
}

test('every room uses only those that the drawing lets it use', function () {
    expect(drawing()->violations(['' => dirname(__DIR__, 2).'/app', 'core/' => dirname(__DIR__).'/src']))->toBe([]);
});

test('no rooms use one another in a circle', function () {
    expect(drawing()->circles())->toBe([]);
});

/** The test of the test: each of these has to be caught, however it is written. */
test('what is planted is caught', function (string $room, string $code, string $name) {
    $namespace = str_starts_with($room, 'core/') ? 'PlumRota\\Core\\'.substr($room, 5) : "App\\{$room}";
    expect(drawing()->ofFile($room, "<?php\n\ndeclare(strict_types=1);\n\nnamespace {$namespace};\n\n{$code}\n"))->toBe([$name]);
})->with([
    'HTTP in Queries' => ['Queries', 'use App\Http\Requests\Account;', 'App\Http\Requests\Account'],
    'HTTP in Journal' => ['Journal', 'use App\Http\Requests\Account;', 'App\Http\Requests\Account'],
    'HTTP in Mapping, written out' => [
        'Mapping',
        'final class One { public function two(\App\Http\Requests\Account $one): void {} }',
        'App\Http\Requests\Account',
    ],
    'HTTP in Actions' => [
        'Actions',
        'final class One { public function two(): mixed { return new \App\Http\Resources\EntryResource(null); } }',
        'App\Http\Resources\EntryResource',
    ],
    'the framework’s requests in Actions' => ['Actions', 'use Illuminate\Http\Request;', 'Illuminate\Http\Request'],
    'Actions in Models' => ['Models', 'use App\Actions\Entries\AddEntry;', 'App\Actions\Entries\AddEntry'],
    'Actions in Journal' => ['Journal', 'use App\Actions\Reminders\PlanReminders;', 'App\Actions\Reminders\PlanReminders'],
    'Actions in Queries' => ['Queries', 'use App\Actions\Reminders\PlanReminders;', 'App\Actions\Reminders\PlanReminders'],
    'Queries in Mapping' => ['Mapping', 'use App\Queries\Screens\Board;', 'App\Queries\Screens\Board'],
    'SQL outside the reading room' => ['Queries', 'use Illuminate\Support\Facades\DB;', 'Illuminate\Support\Facades\DB'],
    'Queries in Reading' => ['Reading', 'use App\Queries\Screens\Board;', 'App\Queries\Screens\Board'],
    'a database in the core' => [
        'core/Schedule',
        'final class One { public function two(): object { return new \PDO(""); } }',
        'PDO',
    ],
    'an imported database in the core' => ['core/Schedule', 'use PDO;', 'PDO'],
    'a clock in the core' => ['core/Time', 'final class One { public function two(): int { return hrtime(true); } }', 'hrtime'],
    'a clock of the whole namespace' => [
        'core/Time',
        'final class One { public function two(): int { return \time(); } }',
        'time',
    ],
    'chance in the core' => [
        'core/Recurrence',
        'final class One { public function two(): int { return random_int(1, 2); } }',
        'random_int',
    ],
    'Symfony in the core' => ['core/Planning', 'use Symfony\Component\Uid\Ulid;', 'Symfony\Component\Uid\Ulid'],
    'Carbon in the core' => ['core/Tally', 'use Carbon\CarbonImmutable;', 'Carbon\CarbonImmutable'],
    'the application in the core' => ['core/Reminding', 'use App\Models\Entry;', 'App\Models\Entry'],
    'Capture in Time' => ['core/Time', 'use PlumRota\Core\Capture\Draft;', 'PlumRota\Core\Capture\Draft'],
    'Planning in Schedule' => ['core/Schedule', 'use PlumRota\Core\Planning\Block;', 'PlumRota\Core\Planning\Block'],
    'a room that is not drawn' => ['Helpers', '', 'no room of the drawing'],
]);

/**
 * Where a file finds or makes entries, calendars, areas or overrides by itself, instead of asking what may be seen or changed.
 */
function unasked(string $code): bool
{
    return preg_match(
        '/\b(Entry|Calendar|Area|OccurrenceOverride)::(query|find|findOrFail|where|all|create)\b|\bnew (Entry|Calendar|Area)\b|->where\([\'"]user_id[\'"]/',
        $code,
    ) === 1 || preg_match('/\btable\([\'"](entries|calendars|areas|changes)[\'"]\)/', $code) === 1;
}

test('entries, calendars and areas are found through what may be seen and what may be changed, and nowhere else', function () {
    $found = [];
    $app = dirname(__DIR__, 2).'/app';
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($app, FilesystemIterator::SKIP_DOTS)) as $file) {
        $name = substr($file->getPathname(), strlen($app) + 1);
        // What belongs to an account and is never shared (its answers, its post box) is looked up by it.
        if (
            preg_match('~^(Access|Reading|Models|Journal|Standins)/|^Http/Middleware/IdempotentRequest~', $name) !== 1 &&
            unasked(php_strip_whitespace($file->getPathname()))
        ) {
            $found[] = $name;
        }
    }
    expect($found)
        ->toBe([])
        ->and(unasked('$e = Entry::query()->find(1);'))
        ->toBeTrue()
        ->and(unasked('$e = new Entry([]);'))
        ->toBeTrue()
        ->and(unasked("DB::table('calendars')->get();"))
        ->toBeTrue()
        ->and(unasked("Timing::query()->where('user_id', 1);"))
        ->toBeTrue()
        ->and(unasked('Changeable::by($user)->entry($id);'))
        ->toBeFalse();
});

test('a circle in a drawing is caught', function () {
    $file = tempnam(sys_get_temp_dir(), 'drawing');
    file_put_contents($file, "```\nModels → Actions\nActions → Models\nHttp → Actions\n```\n");
    expect(Layers::ofDrawing((string) $file)->circles())->toBe(['Models', 'Actions']);
    unlink((string) $file);
});

arch('the core is strict')->expect('PlumRota\Core')->toUseStrictTypes();

arch('classes of the core are final')->expect('PlumRota\Core')->classes()->toBeFinal();

arch('the application is strict')->expect('App')->toUseStrictTypes();

test('the core reads no superglobal and asks no clock', function () {
    $files = new RecursiveIteratorIterator(new RecursiveDirectoryIterator(__DIR__.'/../src', FilesystemIterator::SKIP_DOTS));
    $seen = 0;
    foreach ($files as $file) {
        $code = php_strip_whitespace($file->getPathname());
        expect($code)
            ->not->toMatch('/\$_(GET|POST|SERVER|ENV|SESSION|COOKIE|FILES|REQUEST)\b|\$GLOBALS\b/')
            ->and($code)
            ->not->toMatch('/new \\\\?DateTime(Immutable)?\((\)|[\'"]now)/');
        $seen++;
    }
    expect($seen)->toBeGreaterThan(25);
});
