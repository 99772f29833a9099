<?php

declare(strict_types=1);

namespace App\Backup;

use App\Database\DatabaseHold;
use App\Upgrade\CannotUpgrade;
use App\Upgrade\Upgrade;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use PDO;
use PlumRota\Core\Time\ClockDrift;
use RuntimeException;
use SQLite3;

/** The backups of this machine: writing one, keeping some of each day and week, and bringing one back. */
final readonly class Backups
{
    private const NAME = '/^plum-rota-(\d{4}-\d\d-\d\dT\d{6}Z)(?:-\d+)?\.zip$/D';

    /** Bytes: for what is small, and for what comes meanwhile. */
    private const LEAST_ROOM = 1_000_000;

    public function __construct(private Upgrade $upgrade)
    {
    }

    public function folder(): string
    {
        $folder = config('backup.folder');

        return is_string($folder) ? rtrim($folder, '/') : storage_path('backups');
    }

    /**
     * @param  'plum-rota'|'aside'  $kind  what was laid aside is kept until somebody removes it
     */
    public function write(string $kind): Archive
    {
        $moment = CarbonImmutable::now()->utc()->format('Y-m-d\THis\Z');

        return Archive::write("{$this->folder()}/{$kind}-{$moment}", self::database(), self::files());
    }

    /** @return list<string> paths of those written by the day, the latest first */
    public function all(): array
    {
        $found = array_values(
            array_filter(
                glob("{$this->folder()}/plum-rota-*.zip") ?: [],
                fn (string $path): bool => preg_match(self::NAME, basename($path)) === 1,
            ),
        );
        rsort($found);

        return $found;
    }

    /** @return list<string> paths of those of a time to come: written while the clock was wrong, or it is wrong now */
    public function ahead(): array
    {
        $now = CarbonImmutable::now()->addSeconds(ClockDrift::SECONDS);

        return array_values(array_filter($this->all(), fn (string $path): bool => self::madeAt($path) > $now));
    }

    /** @return list<string> paths of those that are not of a time to come, the latest first */
    private function past(): array
    {
        return array_values(array_diff($this->all(), $this->ahead()));
    }

    public function hoursSinceLast(): ?int
    {
        $last = $this->past()[0] ?? null;

        return $last === null ? null : max(0, (int) floor(self::madeAt($last)->diffInHours(CarbonImmutable::now())));
    }

    public function hasOneOfToday(): bool
    {
        $last = $this->past()[0] ?? null;

        return $last !== null && self::madeAt($last)->isSameDay(CarbonImmutable::now()->utc());
    }

    /**
     * Of each of the last days the latest is kept, and of each of the last weeks; a day or a week without one does not count.
     * Those of a time to come take nobody's place and stay, and so does the one that was written last.
     *
     * @return list<string> paths of those that were removed
     */
    public function rotate(): array
    {
        $all = $this->past();
        usort($all, fn (string $one, string $other): int => filectime($other) <=> filectime($one) ?: strcmp($other, $one));
        $keep = [...$this->ahead(), ...array_slice($all, 0, 1)];
        foreach (['Y-m-d' => 'days', 'o-W' => 'weeks'] as $period => $setting) {
            $most = config("backup.{$setting}");
            $latest = [];
            foreach ($this->past() as $path) {
                $latest[self::madeAt($path)->format($period)] ??= $path;
            }
            array_push($keep, ...array_slice(array_values($latest), 0, max(1, is_int($most) ? $most : 1)));
        }
        $gone = array_values(array_diff($this->all(), $keep));
        array_map(unlink(...), $gone);

        return $gone;
    }

    /**
     * Brings a backup back, whoever is using the database meanwhile. What was there is laid aside first.
     *
     * @return array{restored: Archive, aside: Archive|null}
     *
     * @throws UnsoundBackup|CannotUpgrade before anything is changed
     */
    public function restore(Archive $archive): array
    {
        $folder = is_dir($this->folder()) ? $this->folder() : sys_get_temp_dir();
        $isThere = is_file(self::database()) && filesize(self::database()) > 0;
        $this->requireRoom($archive, $folder);
        $work = Folder::temporary($folder);
        try {
            $manifest = $archive->unpack($work->path);
            $copy = "{$work->path}/database.sqlite";
            // One of an earlier version is brought to this one before it takes the place of anything.
            $this->upgrade->bring($copy);
            self::beginLine($copy);
            // Nobody changes anything from here on, so that what is laid aside is what is replaced.
            $aside = DatabaseHold::during(self::database(), function () use ($isThere, $manifest, $work, $copy): ?Archive {
                $aside = $isThere ? $this->write('aside') : null;
                foreach (array_keys($manifest['files']) as $name) {
                    self::put("{$work->path}/files/{$name}", self::files()."/{$name}");
                }
                $this->putDatabase($copy);

                return $aside;
            });

            return ['restored' => $archive, 'aside' => $aside];
        } finally {
            $work->remove();
        }
    }

    /**
     * Lays the database aside, lets a copy of it be made into another, and puts that in its place. Where that fails nothing was
     * changed.
     *
     * @template T
     *
     * @param  \Closure(string): T  $make  with the path of the copy
     * @return array{aside: Archive, made: T}
     */
    public function replace(\Closure $make): array
    {
        return DatabaseHold::during(self::database(), function () use ($make): array {
            $aside = $this->write('aside');
            $work = Folder::temporary($this->folder());
            try {
                $aside->unpack($work->path);
                $made = $make("{$work->path}/database.sqlite");
                $this->putDatabase("{$work->path}/database.sqlite");

                return ['aside' => $aside, 'made' => $made];
            } finally {
                $work->remove();
            }
        });
    }

    /**
     * Room is reckoned before anything is touched: for what is unpacked, for what is laid aside, and for the pages that are
     * written beside the database before they come into it.
     *
     * @throws UnsoundBackup
     */
    private function requireRoom(Archive $archive, string $folder): void
    {
        ['database' => $database, 'files' => $files] = $archive->bytes();
        $there = self::LEAST_ROOM + (int) @filesize(self::database()) + (int) @filesize(self::database().'-wal');
        foreach (Folder::filesIn(self::files()) as $name) {
            $there += (int) filesize(self::files()."/{$name}");
        }
        $beside = dirname(self::database());
        $needed = [$folder => $database + $files + 2 * $there, $beside => 2 * $database + $files];
        $disk = fn (string $path): int => (@stat($path) ?: ['dev' => -1])['dev'];
        foreach ($disk($folder) === $disk($beside) ? [$folder => array_sum($needed)] : $needed as $where => $bytes) {
            $free = @disk_free_space($where);
            if ($free !== false && $free < $bytes) {
                throw new UnsoundBackup(sprintf(
                    'it needs %d MB in %s, and %d are free. Make room, then try again.',
                    ceil($bytes / 1e6),
                    $where,
                    floor($free / 1e6),
                ));
            }
        }
    }

    /** Revisions since then mean others now: what clients know of them is good no more. */
    private static function beginLine(string $database): void
    {
        $copy = new PDO("sqlite:{$database}", options: [PDO::ATTR_ERRMODE => PDO::ERRMODE_EXCEPTION]);
        $copy->exec('update users set revision_line = lower(hex(randomblob(6)))');
    }

    /** Page by page under the lock of the database (https://www.sqlite.org/backup.html): nobody sees half of it. */
    private function putDatabase(string $copy): void
    {
        DB::purge();
        $from = new SQLite3($copy, SQLITE3_OPEN_READONLY);
        $to = new SQLite3(self::database());
        $to->busyTimeout(30_000);
        chmod(self::database(), 0600);
        if (! @$from->backup($to)) {
            throw new RuntimeException(
                'The database is in use and could not be replaced; nothing was changed. Stop the application, then try again.',
            );
        }
        $to->close();
        $from->close();
    }

    private static function put(string $from, string $to): void
    {
        if (! is_dir(dirname($to))) {
            mkdir(dirname($to), 0700, true);
        }
        if (! copy($from, $to)) {
            throw new RuntimeException("The file {$to} could not be written. Is the disk full?");
        }
        chmod($to, 0600);
    }

    private static function madeAt(string $path): CarbonImmutable
    {
        preg_match(self::NAME, basename($path), $found);

        return CarbonImmutable::createFromFormat('Y-m-d\THis\Z', $found[1] ?? '', 'UTC') ??
            throw new RuntimeException("{$path} is not named as a backup is.");
    }

    public static function database(): string
    {
        $path = config('database.connections.sqlite.database');

        return is_string($path) ? $path : throw new RuntimeException('No database is set.');
    }

    private static function files(): string
    {
        return storage_path('app/private/attachments');
    }
}
