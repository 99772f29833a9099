<?php

declare(strict_types=1);

namespace Tests;

use Carbon\CarbonImmutable;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;

/**
 * A database in a file, in write-ahead mode, and folders of its own, as they are outside tests: what locks, fills up and is
 * copied.
 */
abstract class InstallationCase extends TestCase
{
    protected string $folder;

    protected function setUp(): void
    {
        parent::setUp();
        $this->folder = sys_get_temp_dir().'/plum-rota-installation-'.bin2hex(random_bytes(5));
        mkdir("{$this->folder}/app/private/attachments/1", 0700, true);
        mkdir("{$this->folder}/framework/cache", 0700, true);
        touch("{$this->folder}/db.sqlite");
        config([
            'database.connections.sqlite.database' => "{$this->folder}/db.sqlite",
            'backup.folder' => "{$this->folder}/backups",
            'health.folder' => "{$this->folder}/alive",
        ]);
        $this->app?->useStoragePath($this->folder);
        DB::purge('sqlite');
        Artisan::call('migrate', ['--force' => true]);
        planted(fn () => DB::table('users')->insert([
            'id' => 1,
            'name' => 'Steward',
            'email' => 'steward@example.test',
            'password' => '',
            'zone' => 'UTC',
            'week' => '[]',
        ]));
    }

    protected function tearDown(): void
    {
        DB::purge('sqlite');
        File::deleteDirectory($this->folder);
        parent::tearDown();
    }

    public function folder(): string
    {
        return $this->folder;
    }

    public function at(string $moment): void
    {
        $this->travelTo(CarbonImmutable::parse($moment));
    }

    /** Somebody else's connection to the same database. */
    public function other(): \PDO
    {
        return new \PDO("sqlite:{$this->folder}/db.sqlite", options: [\PDO::ATTR_TIMEOUT => 10]);
    }
}
