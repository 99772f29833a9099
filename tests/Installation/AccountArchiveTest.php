<?php

declare(strict_types=1);

use App\Actions\Archives\RestoreArchive;
use App\Actions\Archives\WriteArchive;
use App\Archive\AccountArchive;
use App\Archive\WrittenAccount;
use App\Models\StoredArchive;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

function someEntries(int $number): void
{
    planted(
        fn () => DB::table('areas')->insert(
            ['id' => str_repeat('a', 26), 'user_id' => 1, 'name' => 'Glasshouse', 'colour' => 'teal'],
        ),
    );
    planted(fn () => DB::table('calendars')->insert([
        'id' => str_repeat('c', 26),
        'user_id' => 1,
        'area_id' => str_repeat('a', 26),
        'name' => 'Beds',
        'reminders' => '[]',
    ]));
    planted(function () use ($number): void {
        for ($i = 0; $i < $number; $i++) {
            DB::table('entries')->insert([
                'id' => sprintf('%026d', $i),
                'user_id' => 1,
                'calendar_id' => str_repeat('c', 26),
                'kind' => 'task',
                'title' => "Bed {$i}",
                'extra_dates' => '[]',
                'except_dates' => '[]',
                'checklist' => '[]',
                'reminders' => '[]',
            ]);
        }
    });
}

beforeEach(function () {
    config(['filesystems.disks.local.root' => "{$this->folder()}/app/private"]);
    Storage::forgetDisk('local');
});

test('an archive is of one moment, whoever writes meanwhile', function () {
    someEntries(1200);
    $written = 0;
    $work = "{$this->folder()}/work";
    mkdir($work);
    $archive = new AccountArchive("{$this->folder()}/account.zip");
    app(WrittenAccount::class)->write(1, $archive, $work, function () use (&$written): void {
        // Another connection, as another process has it.
        $other = new PDO("sqlite:{$this->folder()}/db.sqlite", options: [PDO::ATTR_TIMEOUT => 5]);
        $other->exec("update entries set title = 'Changed meanwhile'");
        $other->exec("delete from entries where id = '".sprintf('%026d', 1100 + $written++)."'");
    });
    $titles = array_column(iterator_to_array($archive->rows('entries'), false), 'title');
    expect($written)
        ->toBeGreaterThan(2)
        ->and($titles)
        ->toHaveCount(1200)
        ->not->toContain('Changed meanwhile')
        ->and(file_get_contents("zip://{$archive->path}#calendars.ics"))
        ->not->toContain('Changed meanwhile')
        ->and(DB::table('entries')->where('title', 'Changed meanwhile')->count())
        ->toBeGreaterThan(1000);
});

test('one that cannot be written leaves a sentence, and nothing half', function () {
    someEntries(3);
    $user = User::query()->findOrFail(1);
    $archives = app(WriteArchive::class);
    $one = $archives->ask($user, 'own');
    mkdir($one->path(), recursive: true); // what is to be there cannot be put there
    $archives->write($one);
    expect($one->refresh()->state)
        ->toBe('bad')
        ->and($one->trouble)
        ->not->toBeEmpty()
        ->and(array_diff(scandir(StoredArchive::folder(1)), ['.', '..', basename($one->path())]))
        ->toBe([]);
});

test('what is there is laid aside before, and what is brought back is not given up for it', function () {
    someEntries(5);
    $user = User::query()->findOrFail(1);
    planted(fn () => DB::table('users')->update(['archives_kept' => 1]));
    $archives = app(WriteArchive::class);
    $one = $archives->ask($user, 'own');
    $archives->write($one);
    planted(fn () => DB::table('entries')->where('user_id', 1)->limit(2)->delete());
    app(RestoreArchive::class)->restore($one->refresh());
    expect(DB::table('entries')->count())
        ->toBe(5)
        ->and(StoredArchive::query()->pluck('kind')->all())
        ->toBe(['own', 'aside']);
});
