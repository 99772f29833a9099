<?php

declare(strict_types=1);

namespace App\Archive;

use App\Access\Owned;
use App\Interchange\CalendarWriter;
use App\Interchange\EntryWriter;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use Carbon\CarbonImmutable;
use Closure;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use RuntimeException;

/**
 * Writes all of an account into an archive.
 *
 * @phpstan-import-type Manifest from AccountArchive
 */
final readonly class WrittenAccount
{
    /** Rows between two words about how far it is. */
    private const TOLD_EVERY = 500;

    public function __construct(private DaysOff $daysOff)
    {
    }

    /**
     * @param  string  $folder  empty, for what is put together
     * @param  Closure(int, int): void  $progress  rows so far, of so many
     * @return Manifest
     *
     * @throws UnsoundArchive
     */
    public function write(int $userId, AccountArchive $to, string $folder, Closure $progress): array
    {
        return Snapshot::during(function (string $connection) use ($userId, $to, $folder, $progress): array {
            $user = User::on($connection)->findOrFail($userId);
            mkdir("{$folder}/rows", 0700);
            $counts = [];
            foreach (AccountTables::all() as $table) {
                $counts[$table] = Owned::by($userId, $connection)->rows($table)->count();
            }
            $total = array_sum($counts) + $counts['entries'];
            $done = 0;
            foreach ($counts as $table => $count) {
                $this->rows($connection, $table, $userId, "{$folder}/rows/{$table}.jsonl", function () use (
                    &$done,
                    $total,
                    $progress,
                ): void {
                    if (++$done % self::TOLD_EVERY === 0) {
                        $progress($done, $total);
                    }
                });
            }
            $this->calendars($connection, $user, "{$folder}/calendars.ics", function () use (&$done, $total, $progress): void {
                if (++$done % self::TOLD_EVERY === 0) {
                    $progress($done, $total);
                }
            });
            $row = (array) DB::connection($connection)->table('users')->where('id', $userId)->first(AccountTables::settings());

            return $to->write(
                $folder,
                self::files($connection, $userId),
                AccountTables::told('users', self::named($row)),
                $counts,
                CarbonImmutable::now()->utc()->toIso8601ZuluString(),
                fn () => $progress($total, $total),
            );
        });
    }

    /** @param  Closure(): void  $told */
    private function rows(string $connection, string $table, int $userId, string $path, Closure $told): void
    {
        $file = fopen($path, 'wb') ?: throw new RuntimeException("{$path} cannot be written.");
        $rows = Owned::by($userId, $connection)->rows($table)->orderBy('id')->lazy(500);
        foreach ($rows as $row) {
            $told();
            $values = AccountTables::told($table, self::named((array) $row));
            if ($table === 'calendars' && is_string($values['follows'] ?? null)) {
                // Another machine has another key; an address that cannot be read any more is none.
                $follows = $values['follows'];
                $values['follows'] = rescue(fn (): string => Crypt::decryptString($follows));
            }
            $line = json_encode(
                $values,
                JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
            )."\n";
            if (fwrite($file, $line) !== strlen($line)) {
                throw new UnsoundArchive('It could not be written whole. Is the disk full?');
            }
        }
        fclose($file);
    }

    /** @param  Closure(): void  $told */
    private function calendars(string $connection, User $user, string $path, Closure $told): void
    {
        $now = CarbonImmutable::now();
        $writer = new CalendarWriter(new EntryWriter($user->timeZone(), $this->daysOff->marks($user), $now), $now);
        $entries = Owned::by($user->id, $connection)->entries()->with(Entry::WRITTEN_WITH)->orderBy('id')->lazy(200);
        $file = fopen($path, 'wb') ?: throw new RuntimeException("{$path} cannot be written.");
        foreach ($writer->pieces('Plum Rota', null, $entries->tapEach(fn () => $told())) as $piece) {
            if (fwrite($file, $piece) !== strlen($piece)) {
                throw new UnsoundArchive('It could not be written whole. Is the disk full?');
            }
        }
        fclose($file);
    }

    /** @return array<string, string> paths of those that are there, by id */
    private static function files(string $connection, int $userId): array
    {
        $files = [];
        foreach (Owned::by($userId, $connection)->rows('attachments')->orderBy('id')->pluck('path', 'id') as $id => $path) {
            if (is_string($path) && Storage::disk('local')->exists($path)) {
                $files[(string) $id] = Storage::disk('local')->path($path);
            }
        }

        return $files;
    }

    /**
     * @param  array<mixed>  $row
     * @return array<string, mixed>
     */
    private static function named(array $row): array
    {
        /** @var array<string, mixed> $row of the database: every column has a name */
        return $row;
    }
}
