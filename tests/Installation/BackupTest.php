<?php

declare(strict_types=1);

use App\Backup\Archive;
use App\Backup\Backups;
use App\Backup\Folder;
use App\Database\DatabaseHold;
use App\Exceptions\StorageTrouble;
use Database\Seeders\DemoSeeder;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;

beforeEach(function () {
    $this->count = fn (): int => DB::table('jobs')->count();
    $this->add = fn (int $times) => DB::table('jobs')->insert(
        array_fill(0, $times, ['queue' => 'x', 'payload' => '', 'attempts' => 0, 'available_at' => 0, 'created_at' => 0]),
    );
    file_put_contents("{$this->folder()}/app/private/attachments/1/pane.txt", 'three panes');
});

test('the drill: written while in use, checked, everything lost, brought back with its files', function () {
    ($this->add)(5);
    expect(Artisan::call('backup:write'))->toBe(0);
    $archive = trim(explode("\n", Artisan::output())[0]);
    expect(substr(sprintf('%o', fileperms($archive)), -3))
        ->toBe('600')
        ->and(Artisan::call('backup:check', ['archive' => $archive]))
        ->toBe(0);
    DB::table('jobs')->delete();
    ($this->add)(2);
    unlink("{$this->folder()}/app/private/attachments/1/pane.txt");
    $reader = $this->other(); // somebody else has it open
    expect((int) $reader->query('select count(*) from jobs')->fetchColumn())->toBe(2);
    expect(Artisan::call('backup:restore', ['archive' => $archive, '--yes' => true]))
        ->toBe(0)
        ->and(($this->count)())
        ->toBe(5)
        ->and((int) $reader->query('select count(*) from jobs')->fetchColumn())
        ->toBe(5)
        ->and(file_get_contents("{$this->folder()}/app/private/attachments/1/pane.txt"))
        ->toBe('three panes');
    // What was there in between was laid aside, and can be brought back too.
    [$aside] = glob("{$this->folder()}/backups/aside-*.zip");
    expect(Artisan::call('backup:restore', ['archive' => $aside, '--yes' => true]))->toBe(0)->and(($this->count)())->toBe(2);
});

test('the drill of a whole machine: from nothing but a backup, every row of every table is there again', function () {
    planted(fn () => DB::table('users')->delete());
    Artisan::call('db:seed', ['--class' => DemoSeeder::class, '--force' => true]);
    $all = function (): array {
        $tables = [];
        foreach (
            DB::select("select name from sqlite_master where type = 'table' and name not like 'sqlite_%' order by name") as $table
        ) {
            $tables[$table->name] = DB::table($table->name)
                ->get()
                ->map(fn (object $row): string => serialize(array_diff_key((array) $row, ['revision_line' => 0])))
                ->sort()
                ->values()
                ->all();
        }

        return $tables;
    };
    $before = $all();
    expect(count($before['entries']))->toBeGreaterThan(50)->and(count($before['overrides']))->toBeGreaterThan(50);
    $archive = app(Backups::class)->write('aside')->path;

    // Another machine: no database, no files.
    DB::purge('sqlite');
    foreach (glob("{$this->folder()}/db.sqlite*") as $file) {
        unlink($file);
    }
    File::deleteDirectory("{$this->folder()}/app/private/attachments");
    touch("{$this->folder()}/db.sqlite");
    expect(Artisan::call('backup:restore', ['archive' => $archive, '--yes' => true]))
        ->toBe(0)
        ->and($all())
        ->toEqual($before)
        ->and(file_get_contents("{$this->folder()}/app/private/attachments/1/pane.txt"))
        ->toBe('three panes')
        // What clients of CalDAV know of it is good no more.
        ->and(DB::table('users')->where('revision_line', '')->count())
        ->toBe(0);
});

test('what still lies in the write-ahead log is in the backup', function () {
    ($this->add)(5);
    expect(filesize("{$this->folder()}/db.sqlite-wal"))->toBeGreaterThan(0);
    $archive = app(Backups::class)->write('aside');
    expect($archive->check()['tables']['jobs'])->toBe(5);
});

test('a backup that is cut short, changed or not one at all is refused, and nothing is changed', function (Closure $spoil) {
    ($this->add)(5);
    $archive = app(Backups::class)->write('plum-rota')->path;
    $spoil($archive);
    ($this->add)(1);
    expect(Artisan::call('backup:check', ['archive' => $archive]))
        ->toBe(1)
        ->and(Artisan::call('backup:restore', ['archive' => $archive, '--yes' => true]))
        ->toBe(1)
        ->and(Artisan::output())
        ->toContain('Nothing was brought back')
        ->and(($this->count)())
        ->toBe(6)
        ->and(glob("{$this->folder()}/backups/aside-*"))
        ->toBe([]);
})->with([
    'cut short' => fn (string $path) => file_put_contents($path, substr((string) file_get_contents($path), 0, 3000)),
    'not one at all' => fn (string $path) => file_put_contents($path, 'words'),
    'another file in it' => function (string $path): void {
        $zip = new ZipArchive();
        $zip->open($path);
        $zip->addFromString('files/1/pane.txt', 'four panes');
        $zip->close();
    },
    'another database in it' => function (string $path): void {
        $zip = new ZipArchive();
        $zip->open($path);
        $zip->addFromString('database.sqlite', '');
        $zip->close();
    },
]);

test('the schedule writes one a day and keeps the latest of seven days and of four weeks', function () {
    $this->at('2026-10-01T12:00:00Z');
    for ($hour = 0; $hour < 24 * 56; $hour += 12) {
        $this->travel(12)->hours();
        Artisan::call('backup:write', ['--daily' => true]);
    }
    $kept = array_map(fn (string $path): string => substr(basename($path), 10, 10), app(Backups::class)->all());
    expect($kept)->toBe([
        '2026-11-26',
        '2026-11-25',
        '2026-11-24',
        '2026-11-23',
        '2026-11-22',
        '2026-11-21',
        '2026-11-20',
        '2026-11-15',
        '2026-11-08',
    ]);
});

test('two that are brought back in one second lay aside two: nothing that is there is written over', function () {
    $this->at('2026-11-25T10:20:00+01:00');
    ($this->add)(1);
    Artisan::call('backup:write');
    $archive = trim(explode("\n", Artisan::output())[0]);
    foreach ([2, 3] as $times) {
        ($this->add)($times);
        expect(Artisan::call('backup:restore', ['archive' => $archive, '--yes' => true]))->toBe(0);
    }
    $rows = array_map(fn (string $path): int => (new Archive($path))->check()['tables']['jobs'], glob("{$this->folder()}/backups/aside-*.zip"));
    sort($rows);
    expect($rows)->toBe([3, 4]);
});

test('while a backup takes the place of the database nobody changes it, and a hold that was left ends by itself', function () {
    $database = "{$this->folder()}/db.sqlite";
    $answer = DatabaseHold::during($database, function (): ?string {
        try {
            DB::transaction(fn () => ($this->add)(1));
        } catch (PDOException $e) {
            return StorageTrouble::sentence($e);
        }

        return null;
    });
    expect($answer)->toBe('The database is busy just now. Nothing was changed; it is tried again in a moment.')->and(($this->count)())->toBe(0);
    DB::transaction(fn () => ($this->add)(1));
    touch("{$database}.held", time() - 121); // somebody was killed
    DB::transaction(fn () => ($this->add)(1));
    expect(($this->count)())->toBe(2);
});

test('what a killed one leaves behind goes with the next', function () {
    mkdir("{$this->folder()}/backups/.plum-rota-000000000000/files", 0700, true);
    file_put_contents("{$this->folder()}/backups/.plum-rota-000000000000/database.sqlite", 'a copy');
    touch("{$this->folder()}/backups/.plum-rota-000000000000", time() - 60);
    $working = Folder::temporary("{$this->folder()}/backups"); // removes it, and has one of its own
    expect(glob("{$this->folder()}/backups/.plum-rota-*"))->toBe([$working->path]);
    touch($working->path, time() - 3600);
    expect(Folder::removeLeftIn("{$this->folder()}/backups"))->toBe(0);
});

test('on a disk with too little room nothing is touched, and it says how much is missing', function () {
    $disk = "{$this->folder()}/small";
    mkdir($disk);
    exec('mount -t tmpfs -o size=3m tmpfs '.escapeshellarg($disk).' 2>/dev/null', $_, $status);
    if ($status !== 0) {
        $this->markTestSkipped('A small disk cannot be made here.');
    }
    try {
        ($this->add)(3);
        Artisan::call('backup:write');
        $archive = trim(explode("\n", Artisan::output())[0]);
        ($this->add)(1);
        config(['backup.folder' => $disk]);
        file_put_contents("{$disk}/filler", str_repeat('x', 2_200_000));
        expect(Artisan::call('backup:restore', ['archive' => $archive, '--yes' => true]))
            ->toBe(1)
            ->and(Artisan::output())
            ->toMatch('/Nothing was brought back: it needs \d+ MB in .* are free/')
            ->and(($this->count)())
            ->toBe(4)
            ->and(array_diff(scandir($disk), ['.', '..']))
            ->toEqual([2 => 'filler']);
    } finally {
        exec('umount '.escapeshellarg($disk));
    }
});
