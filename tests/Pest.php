<?php

declare(strict_types=1);

use App\Follows\Follows;
use App\Journal\Journal;
use App\Models\User;
use Database\Seeders\DemoSeeder;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Tests\Browser\Site;
use Tests\FeatureCase;
use Tests\InstallationCase;

pest()->extend(FeatureCase::class)->in('Feature');
pest()->extend(InstallationCase::class)->in('Installation');

pest()->beforeEach(fn () => ($this->installation = null))->in('Chaos');

require_once __DIR__.'/Browser/journeys.php';

pest()
    ->beforeEach(function () {
        $this->site = Site::running();
        $this->page = $this->second = null;
    })
    ->afterEach(function () {
        $this->page?->close();
        $this->second?->close();
    })
    ->in('Browser');

/**
 * Rows as no action writes them: planted past the write path. What follows from rows is made anew.
 *
 * @template T
 *
 * @param  Closure(): T  $work
 * @return T
 */
function planted(Closure $work): mixed
{
    $done = app(Journal::class)->unrecorded($work);
    foreach (DB::table('users')->pluck('id') as $id) {
        app(Follows::class)->rebuild((int) $id);
    }

    return $done;
}

/**
 * The demo in place of all accounts, as the seeder lays it at this moment. The second time in a process its rows are put there as
 * they were the first time, which takes a tenth.
 */
function demoInPlace(): User
{
    /** @var array<string, array<string, list<array<string, mixed>>>> $kept rows by table, by moment */
    static $kept = [];
    $moment = now()->toIso8601String();
    planted(fn () => User::query()->toBase()->delete());
    $tables = array_column(
        DB::select(
            "select name from sqlite_master where type = 'table' and sql not like '%virtual%' and name not like 'sqlite_%' and name not like 'search%' and name <> 'migrations'",
        ),
        'name',
    );
    if (! isset($kept[$moment])) {
        Artisan::call('db:seed', ['--class' => DemoSeeder::class, '--force' => true]);
        foreach ($tables as $table) {
            $kept[$moment][$table] = DB::table($table)->get()->map(fn (object $row): array => (array) $row)->all();
        }
    } else {
        DB::statement('pragma defer_foreign_keys = on');
        planted(function () use ($kept, $moment): void {
            foreach ($kept[$moment] as $table => $rows) {
                DB::table($table)->delete();
                foreach (array_chunk($rows, 100) as $some) {
                    DB::table($table)->insert($some);
                }
            }
        });
    }

    return User::query()->sole();
}
