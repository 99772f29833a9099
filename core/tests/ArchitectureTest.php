<?php

declare(strict_types=1);

use Tests\Architecture\Layers;
use Tests\Architecture\PureCore;
use Tests\Architecture\Storage;

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
    'Queries in Reading' => ['Reading', 'use App\Queries\Screens\Board;', 'App\Queries\Screens\Board'],
    'a database in the core' => [
        'core/Schedule',
        'final class One { public function two(): object { return new \PDO(""); } }',
        'PDO',
    ],
    'an imported database in the core' => ['core/Schedule', 'use PDO;', 'PDO'],
    'Symfony in the core' => ['core/Planning', 'use Symfony\Component\Uid\Ulid;', 'Symfony\Component\Uid\Ulid'],
    'Carbon in the core' => ['core/Tally', 'use Carbon\CarbonImmutable;', 'Carbon\CarbonImmutable'],
    'the application in the core' => ['core/Reminding', 'use App\Models\Entry;', 'App\Models\Entry'],
    'Capture in Time' => ['core/Time', 'use PlumRota\Core\Capture\Draft;', 'PlumRota\Core\Capture\Draft'],
    'Planning in Schedule' => ['core/Schedule', 'use PlumRota\Core\Planning\Block;', 'PlumRota\Core\Planning\Block'],
    'a room that is not drawn' => ['Helpers', '', 'no room of the drawing'],
]);

/** @return iterable<string, array{string, string}> of a folder, by its path: the room and the code of each file */
function files_of(string $folder): iterable
{
    foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator($folder, FilesystemIterator::SKIP_DOTS)) as $file) {
        if ($file->getExtension() === 'php') {
            $path = substr($file->getPathname(), strlen($folder) + 1);
            yield $path => [(string) strtok($path, '/'), (string) file_get_contents($file->getPathname())];
        }
    }
}

test('SQL stands where rows are kept and read, and what may be shared is found through what may be seen and changed', function () {
    $found = [];
    foreach (files_of(dirname(__DIR__, 2).'/app') as $path => [$room, $code]) {
        foreach (Storage::ofFile($room, $code) as $what) {
            $found[] = "{$path}: {$what}";
        }
    }
    expect($found)->toBe([]);
});

test('a way to the database that is planted is caught', function (string $room, string $uses, string $code, array $found) {
    expect(Storage::ofFile($room, "<?php\n\nnamespace App\\{$room};\n\n{$uses}\n\nfinal class One { public function two(\$user, \$id) { {$code} } }\n"))->toBe(
        $found,
    );
})->with([
    'the facade in Http' => ['Http', 'use Illuminate\Support\Facades\DB;', 'return DB::table("users")->get();', ['DB::table']],
    'the facade under another name' => ['Http', 'use Illuminate\Support\Facades\DB as Kept;', 'return Kept::select("x");', ['DB::select']],
    'the facade written out' => ['Dav', '', 'return \Illuminate\Support\Facades\DB::table("users");', ['DB::table']],
    'the facade in Queries, for a transaction too' => [
        'Queries',
        'use Illuminate\Support\Facades\DB;',
        'return DB::transaction(fn () => 1);',
        ['Illuminate\Support\Facades\DB', 'DB::transaction'],
    ],
    'SQL within a condition' => ['Actions', '', 'return $user->timings()->whereRaw("1 = 1");', ['whereRaw']],
    'SQL that sorts' => ['Queries', '', 'return $user->timings()->orderByRaw("id");', ['orderByRaw']],
    'a connection of a model' => ['Interchange', '', 'return $user->getConnection();', ['getConnection']],
    'a connection out of the container' => ['Http', '', 'return app("db");', ['db']],
    'SQL as text' => ['Actions', '', 'return "delete from entries where id = {$id}";', ['delete from entries where id = ']],
    'a database of its own' => ['Jobs', '', 'return new \PDO("sqlite:x");', ['PDO']],
    'the schema' => ['Writing', 'use Illuminate\Support\Facades\Schema;', 'return Schema::hasTable("x");', ['Illuminate\Support\Facades\Schema']],
    'a connection that is handed in' => ['Mail', 'use Illuminate\Database\ConnectionInterface;', '', ['Illuminate\Database\ConnectionInterface']],
    'entries found by hand' => ['Http', 'use App\Models\Entry;', 'return Entry::query()->find($id);', ['Entry::query']],
    'areas with what is in them' => ['Http', 'use App\Models\Area;', 'return Area::with("calendars")->get();', ['Area::with']],
    'calendars under another name' => ['Actions', 'use App\Models\Calendar as Place;', 'return Place::find($id);', ['Calendar::find']],
    'an entry made by hand' => ['Actions', 'use App\Models\Entry;', 'return new Entry(["title" => "x"]);', ['Entry::new']],
    'an override made by hand' => ['Dav', '', 'return (new \App\Models\OccurrenceOverride())->newQuery();', ['OccurrenceOverride::new']],
    'entries that are destroyed' => ['Console', 'use App\Models\Entry;', 'Entry::destroy([$id]);', ['Entry::destroy']],
    'what may be changed, asked as it has to be' => ['Http', 'use App\Access\Changeable;', 'return Changeable::by($user)->entry($id);', []],
    'what a model says by itself' => ['Dav', 'use App\Models\Entry;', 'return Entry::nameOf($id);', []],
    'a transaction' => ['Actions', 'use Illuminate\Support\Facades\DB;', 'return DB::transaction(fn () => $user->save());', []],
]);

test('a circle in a drawing is caught', function () {
    $file = tempnam(sys_get_temp_dir(), 'drawing');
    file_put_contents($file, "```\nModels → Actions\nActions → Models\nHttp → Actions\n```\n");
    expect(Layers::ofDrawing((string) $file)->circles())->toBe(['Models', 'Actions']);
    unlink((string) $file);
});

arch('the core is strict')->expect('PlumRota\Core')->toUseStrictTypes();

arch('classes of the core are final')->expect('PlumRota\Core')->classes()->toBeFinal();

arch('the application is strict')->expect('App')->toUseStrictTypes();

test('the core asks no clock, throws no dice, reads and writes nothing', function () {
    $found = [];
    $seen = 0;
    foreach (files_of(dirname(__DIR__).'/src') as $path => [, $code]) {
        foreach (PureCore::ofFile($code) as $what) {
            $found[] = "{$path}: {$what}";
        }
        $seen++;
    }
    expect($found)->toBe([])->and($seen)->toBeGreaterThan(100);
});

test('what is planted in the core is caught', function (string $code, string $what) {
    $file = "<?php\n\ndeclare(strict_types=1);\n\nnamespace PlumRota\\Core\\Time;\n\nuse DateTimeImmutable;\nuse DateTime;\n\nfinal class One { public function two(): mixed { {$code} } }\n";
    expect(PureCore::ofFile($file))->toBe([$what]);
})->with([
    'a clock' => ['return hrtime(true);', 'hrtime'],
    'a clock of the whole namespace' => ['return \time();', 'time'],
    'a date of now' => ['return date("Y");', 'date'],
    'a moment of now' => ['return new DateTimeImmutable();', 'a moment out of )'],
    'a moment without parentheses' => ['return new DateTimeImmutable;', 'a moment out of '],
    'a relative moment' => ['return new DateTimeImmutable("tomorrow");', 'a moment out of "tomorrow"'],
    'a moment out of a text' => ['$text = ""; return new \DateTimeImmutable($text);', 'a moment out of $text'],
    'a format that leaves the hours to now' => ['return DateTimeImmutable::createFromFormat("Y-m-d", "2026-01-01");', 'DateTimeImmutable::createFromFormat'],
    'the clock of ICU' => ['return \IntlCalendar::getNow();', 'IntlCalendar::getNow'],
    'a clock by its name' => ['return "time"();', 'time'],
    'a clock that is handed on' => ['return array_map("hrtime", [true]);', 'hrtime'],
    'a clock that is called by another' => ['return call_user_func("time");', 'call_user_func'],
    'a first class clock' => ['return microtime(...);', 'microtime'],
    'chance' => ['return random_int(1, 2);', 'random_int'],
    'chance of an engine' => ['return new \Random\Randomizer();', 'Random\Randomizer::new'],
    'chance in an order' => ['$list = [1, 2]; return shuffle($list);', 'shuffle'],
    'the zone of the machine' => ['return date_default_timezone_get();', 'date_default_timezone_get'],
    'a file' => ['return file_get_contents("x");', 'file_get_contents'],
    'a file as an object' => ['return new \SplFileObject("x");', 'SplFileObject::new'],
    'another file of code' => ['return require "x.php";', 'require'],
    'code out of text' => ['return eval("return 1;");', 'eval'],
    'a command' => ['return `ls`;', '`'],
    'something said' => ['echo "x"; return 1;', 'echo'],
    'an end' => ['exit(1);', 'exit'],
    'the surroundings' => ['return getenv("TZ");', 'getenv'],
    'a request' => ['return $_GET["x"];', '$_GET'],
    'the whole program' => ['return $GLOBALS["x"];', '$GLOBALS'],
]);
