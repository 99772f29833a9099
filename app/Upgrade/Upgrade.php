<?php

declare(strict_types=1);

namespace App\Upgrade;

use App\Follows\Follows;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Database\Migrations\Migrator;
use Illuminate\Support\Facades\DB;
use PDO;

/**
 * Brings the file of a database to this version. It works on the file it is given, which should be a copy: whoever asks for it
 * puts the copy in place when all of it went well.
 */
final class Upgrade
{
    private const CONNECTION = 'upgrade';

    private Migrator $migrator;

    public function __construct(Application $application, private Follows $follows)
    {
        $this->migrator = $application->make('migrator');
    }

    /** @throws CannotUpgrade */
    public function state(string $path): State
    {
        $database = self::open($path);
        $is = Structure::of($database);
        if ($is->isEmpty()) {
            return State::Empty;
        }
        $run = self::migrationsOf($database, $is);
        $there = self::migrations();
        if (array_diff($run, $there, Older::MIGRATIONS) !== []) {
            throw new CannotUpgrade(
                'This database was written by a later version than this one ('.config()->string('version.number').'). It was left as it was. '.
                    'Start that version, or bring back a backup that this one has written.',
            );
        }
        if (! $is->has('users')) {
            throw Older::unknown('no accounts');
        }
        $landed = array_values(array_intersect($there, $run));
        if (! in_array(Older::BASELINE, $landed, true) || ! $is->includes($this->expected($landed))) {
            Older::carried($is, $this->expected([Older::BASELINE]));

            return State::Older;
        }

        return $landed === $there ? State::Current : State::Behind;
    }

    /**
     * @return array<string, int> rows by table that are there now as they were before
     *
     * @throws CannotUpgrade where it could not be brought here, or something of it was lost
     */
    public function bring(string $path): array
    {
        $state = $this->state($path);
        $before = $state === State::Empty ? [] : self::counts($path);
        if ($state === State::Older) {
            $this->carry($path);
            self::requireAll($before, self::counts($path));
            // What later migrations take out, as rows that cross accounts, they take out on purpose.
            $this->migrate($path);
            $this->each($path, $this->follows->rebuild(...));
        } elseif ($state !== State::Current) {
            $this->migrate($path);
            // A migration may have another idea of what is searched, and cannot make it from the rows of a later version.
            $this->each($path, $this->follows->rebuildWords(...));
        }
        $database = self::open($path);
        $found = self::column($database, 'pragma integrity_check(5)');
        $crossed = self::column($database, 'pragma foreign_key_check');
        if ($found !== ['ok'] || $crossed !== []) {
            throw new CannotUpgrade(
                'What came out does not hang together ('.implode('; ', [...$found, ...array_unique($crossed)]).').',
            );
        }
        $after = self::counts($path);

        return array_intersect_key($after, array_flip(['users', 'entries', 'overrides']));
    }

    /**
     * @param  array<string, int>  $before  rows by table
     * @param  array<string, int>  $after
     *
     * @throws CannotUpgrade where some did not come along
     */
    private static function requireAll(array $before, array $after): void
    {
        foreach ($before as $table => $count) {
            $now = Older::nameOf($table);
            if (isset($after[$now]) && $after[$now] !== $count && ! Older::isMadeAnew($now)) {
                throw new CannotUpgrade("Of {$count} rows of {$table} {$after[$now]} came along.");
            }
        }
    }

    /** All of an older database into a new one, which takes its place. */
    private function carry(string $path): void
    {
        $new = "{$path}.new";
        if (is_file($new)) {
            unlink($new);
        }
        touch($new);
        $this->on($new, fn () => $this->run([Older::BASELINE]));
        $database = self::open($new);
        $carried = Older::carried(Structure::of(self::open($path)), Structure::of($database));
        $database->exec('pragma foreign_keys = off');
        $database->exec('attach '.$database->quote($path).' as old');
        $database->beginTransaction();
        // What hangs on deletions does not concern rows that only come along.
        $triggers = self::column($database, "select sql from main.sqlite_master where type = 'trigger' order by rowid");
        foreach (self::column($database, "select name from main.sqlite_master where type = 'trigger'") as $name) {
            $database->exec("drop trigger main.\"{$name}\"");
        }
        // As they were made: what others name first.
        foreach (self::column($database, "select name from main.sqlite_master where type = 'table' order by rowid") as $table) {
            ['from' => $from, 'columns' => $columns] = $carried[$table] ?? ['from' => '', 'columns' => []];
            if ($columns === []) {
                continue;
            }
            $quoted = fn (array $names): string => '"'.implode('", "', array_filter($names, is_string(...))).'"';
            $database->exec("delete from main.\"{$table}\"");
            $database->exec(
                "insert into main.\"{$table}\" ({$quoted(array_keys($columns))}) select {$quoted(array_values($columns))} from old.\"{$from}\"",
            );
        }
        foreach (Older::IN_HISTORY as $now => $then) {
            $database
                ->prepare('update main.history set rows = replace(rows, ?, ?) where instr(rows, ?)')
                ->execute([$then, $now, $then]);
        }
        // Reminders are written down anew, and clients of CalDAV read all of it anew.
        $database->exec('update main.users set planned_until = 0, revision_line = lower(hex(randomblob(6)))');
        foreach ($triggers as $sql) {
            $database->exec($sql);
        }
        $database->commit();
        $database->exec('detach old');
        unset($database);
        rename($new, $path);
    }

    /**
     * What follows from the rows of each account, as they are now.
     *
     * @param  \Closure(int): void  $rebuild
     */
    private function each(string $path, \Closure $rebuild): void
    {
        $this->on($path, function () use ($rebuild): void {
            foreach (DB::table('users')->pluck('id') as $id) {
                DB::transaction(fn () => $rebuild(is_numeric($id) ? (int) $id : 0));
            }
        });
    }

    private function migrate(string $path): void
    {
        $this->on($path, fn () => $this->run(self::migrations()));
    }

    /** @param  list<string>  $migrations  those of them that have not been run yet, in order */
    private function run(array $migrations): void
    {
        $this->migrator->usingConnection(self::CONNECTION, function () use ($migrations): void {
            if (! $this->migrator->repositoryExists()) {
                $this->migrator->getRepository()->createRepository();
            }
            $this->migrator->run(array_map(fn (string $name): string => database_path("migrations/{$name}.php"), $migrations));
        });
    }

    /** @param  list<string>  $migrations  that have been run on it */
    private function expected(array $migrations): Structure
    {
        return $this->on(':memory:', function () use ($migrations): Structure {
            if ($migrations !== []) {
                $this->run($migrations);
            }

            return Structure::of(DB::connection(self::CONNECTION)->getPdo());
        });
    }

    /**
     * @template T
     *
     * @param  \Closure(): T  $work  with the file as the database of the connection
     * @return T
     */
    private function on(string $path, \Closure $work): mixed
    {
        $usual = config('database.connections.sqlite');
        config(
            [
                'database.connections.'.self::CONNECTION => [
                    ...is_array($usual) ? $usual : [],
                    'database' => $path,
                    'journal_mode' => null,
                ],
            ],
        );
        DB::purge(self::CONNECTION);
        $default = DB::getDefaultConnection();
        DB::setDefaultConnection(self::CONNECTION);
        try {
            return $work();
        } finally {
            DB::setDefaultConnection($default);
            DB::purge(self::CONNECTION);
        }
    }

    /** @return list<string> of this version, in order */
    private static function migrations(): array
    {
        return array_map(fn (string $path): string => basename($path, '.php'), glob(database_path('migrations/*.php')) ?: []);
    }

    /** @return list<string> that were run on a database */
    private static function migrationsOf(PDO $database, Structure $is): array
    {
        return $is->has('migrations') ? self::column($database, 'select migration from migrations order by migration') : [];
    }

    /** @return array<string, int> */
    private static function counts(string $path): array
    {
        $database = self::open($path);
        $counts = [];
        foreach (array_keys(Structure::of($database)->tables) as $table) {
            $counts[$table] = (int) (self::column($database, "select count(*) from \"{$table}\"")[0] ?? 0);
        }

        return $counts;
    }

    /** @return list<string> the first column */
    private static function column(PDO $database, string $sql): array
    {
        $rows = $database->query($sql);

        return array_map(
            fn (mixed $value): string => is_scalar($value) ? (string) $value : '',
            $rows === false ? [] : array_values($rows->fetchAll(PDO::FETCH_COLUMN)),
        );
    }

    private static function open(string $path): PDO
    {
        return new PDO("sqlite:{$path}", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION, PDO::ATTR_TIMEOUT => 30]);
    }
}
