<?php

declare(strict_types=1);

namespace App\Archive;

use App\Access\Owned;
use App\Exceptions\StorageTrouble;
use App\Follows\Follows;
use App\Journal\Journal;
use App\Models\User;
use App\Writing\AllowedFiles;
use App\Writing\NamedRows;
use App\Writing\RowGate;
use Closure;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Str;
use PDOException;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Tables\SettingFields;
use Throwable;

/**
 * Puts what is in an archive into an account, in place of what is there: all of it or nothing, but for rows that cannot be here,
 * which are left out with a sentence. Each passes the gate like anything else that comes in, and what has an id that another
 * account has here gets another, wherever it is named.
 *
 * @phpstan-import-type Columns from RowGate
 */
final readonly class PutBack
{
    private const AT_ONCE = 200;

    public function __construct(private Journal $journal, private Follows $follows)
    {
    }

    /**
     * Reads the archive and holds it to what can be here: all that takes long, and nobody waits for it.
     *
     * @param  Closure(int, int): void  $progress  rows so far, of so many
     *
     * @throws UnsoundArchive
     */
    public function prepare(User $user, AccountArchive $archive, Closure $progress): PreparedAccount
    {
        $manifest = $archive->check();
        $this->requireRoom($manifest['files']);
        $files = [];
        $staged = new StagedRows();
        try {
            $left = [];
            foreach (self::named($archive, $manifest['files'], $left) as $id) {
                $files[$id] = self::keep($user, $archive, $id);
                $progress(0, array_sum($manifest['counts']));
            }
            $names = self::names($user, $archive);
            $gate = new RowGate($names);
            $sizes = array_map(fn (array $file): int => $file['bytes'], $manifest['files']);
            $done = 0;
            foreach (AccountTables::all() as $table) {
                $staged->open($table);
                foreach (self::portions($this->rows($user, $archive, $table, $names, $gate, $files, $sizes, $left)) as $rows) {
                    $staged->add($table, $rows);
                    $done += count($rows);
                    $progress($done, array_sum($manifest['counts']));
                }
            }
            $staged->untie();

            return new PreparedAccount($staged, $files, self::settings($manifest['settings'], $names, $left), $left);
        } catch (Throwable $e) {
            $staged->drop();
            Storage::disk('local')->delete(array_values($files));
            throw $e instanceof PDOException ? self::incoherent($e) : $e;
        }
    }

    /**
     * In place of what is there, in one short transaction.
     *
     * @param  int  $revision  of the account, at which it was laid aside
     * @param  Closure(): bool  $isWanted  asked once nobody else can write
     * @return array{rows: array<string, int>, left: list<string>}|null rows by table, and a sentence for each that was left out;
     *   null where somebody has changed something since, so that nothing was done
     *
     * @throws UnsoundArchive
     */
    public function exchange(User $user, PreparedAccount $prepared, int $revision, Closure $isWanted): ?array
    {
        try {
            return DB::transaction(fn (): ?array => $this->journal->unrecorded(function () use ($user, $prepared, $revision, $isWanted): ?array {
                // The first statement writes, so that the lock is held before anything is read.
                if (DB::table('users')->where('id', $user->id)->where('revision', $revision)->increment('revision') === 0) {
                    return null;
                }
                if (! $isWanted()) {
                    throw new UnsoundArchive('It took too long and was given up. What is here stays as it is.');
                }
                $old = Owned::by($user->id)->rows('attachments')->pluck('path')->all();
                self::clear($user->id);
                $rows = [];
                foreach (AccountTables::all() as $table) {
                    $rows[$table] = $prepared->rows->put($table);
                }
                DB::table('users')->where('id', $user->id)->update([
                    ...$prepared->settings,
                    // Reminders are written down anew, and clients read all of it anew.
                    'planned_until' => 0,
                    'held_until' => 0,
                    'revision_line' => strtolower(Str::random(12)),
                ]);
                DB::afterCommit(fn () => Storage::disk('local')->delete(array_filter($old, is_string(...))));
                $this->follows->rebuild($user->id);

                return ['rows' => $rows, 'left' => $prepared->left];
            }));
        } catch (PDOException $e) {
            throw self::incoherent($e);
        }
    }

    /** What was prepared, where it comes to nothing. */
    public function forget(PreparedAccount $prepared): void
    {
        Storage::disk('local')->delete(array_values($prepared->files));
    }

    private static function incoherent(PDOException $e): UnsoundArchive
    {
        return new UnsoundArchive(
            StorageTrouble::sentence($e) ?? 'What is in it does not hang together, so nothing was changed.',
            previous: $e,
        );
    }

    /**
     * @param  array<string, array{bytes: int, sha256: string}>  $files
     *
     * @throws UnsoundArchive where they are more than an account may have
     */
    private function requireRoom(array $files): void
    {
        $megabytes = config('files.quota_megabytes');
        if (array_sum(array_column($files, 'bytes')) > (is_int($megabytes) ? $megabytes : 500) * 1_000_000) {
            throw new UnsoundArchive('The files in it take more room than an account has here. Nothing was changed.');
        }
    }

    /**
     * What a row names and is no larger than any file may be; what no row names is left where it is.
     *
     * @param  array<string, array{bytes: int, sha256: string}>  $files
     * @param  list<string>  $left
     * @return list<string> ids
     */
    private static function named(AccountArchive $archive, array $files, array &$left): array
    {
        $ids = [];
        foreach ($archive->rows('attachments') as $row) {
            $id = is_string($row['id'] ?? null) ? $row['id'] : '';
            if (! isset($files[$id])) {
                continue;
            }
            if ($files[$id]['bytes'] > AllowedFiles::MOST_KILOBYTES * 1024) {
                $left[] = self::nameOf('attachments', $row).': It is larger than '.intdiv(AllowedFiles::MOST_KILOBYTES, 1024).' MB.';
            } else {
                $ids[] = $id;
            }
        }

        return array_values(array_unique($ids));
    }

    /** Beside the files that are there, until the rows that name it are. */
    private static function keep(User $user, AccountArchive $archive, string $id): string
    {
        $stream = $archive->file($id) ?? throw new UnsoundArchive('A file that was kept with an entry is missing in it.');
        $path = "attachments/{$user->id}/".Str::random(40);
        Storage::disk('local')->put($path, $stream);

        return $path;
    }

    private static function clear(int $userId): void
    {
        foreach (array_reverse(AccountTables::all()) as $table) {
            Owned::by($userId)->rows($table)->delete();
        }
        // What was told of it, and the steps that led to it, are of something else now.
        foreach (['history', 'deliveries', 'sent_objects', 'answers'] as $table) {
            Owned::by($userId)->rows($table)->delete();
        }
    }

    /** All that is named in it, under new names where another account has them here. */
    private static function names(User $user, AccountArchive $archive): NamedRows
    {
        $names = new NamedRows();
        foreach (array_diff(AccountTables::all(), ['overrides']) as $table) {
            $ids = [];
            foreach ($archive->rows($table) as $row) {
                $id = $row['id'] ?? null;
                if (is_string($id) && preg_match('/^[0-9a-z]{26}$/D', $id) === 1) {
                    $ids[] = $id;
                }
            }
            foreach (array_chunk(array_values(array_unique($ids)), 500) as $some) {
                $taken = array_flip(Owned::by($user->id)->othersAmong($table, $some));
                foreach ($some as $id) {
                    $names->add($table, $id, isset($taken[$id]) ? strtolower((string) Str::ulid()) : $id);
                }
            }
        }

        return $names;
    }

    /**
     * @param  array<string, string>  $files  paths by id
     * @param  array<string, int>  $sizes  bytes by id
     * @param  list<string>  $left
     * @return iterable<Columns>
     */
    private function rows(
        User $user,
        AccountArchive $archive,
        string $table,
        NamedRows $names,
        RowGate $gate,
        array $files,
        array $sizes,
        array &$left,
    ): iterable {
        $seen = [];
        foreach ($archive->rows($table) as $row) {
            $id = is_string($row['id'] ?? null) ? $row['id'] : '';
            try {
                $here = $table === 'overrides' ? '' : $names->idOf($table, $id) ?? throw new NotAllowed('It has no name.');
                if (isset($seen[$here]) && $here !== '') {
                    throw new NotAllowed('It stands there twice.');
                }
                if ($table === 'attachments' && ! isset($files[$id])) {
                    continue; // it was not there any more when the archive was written
                }
                $said = [];
                $columns = $gate->columns($table, $row, $said);
                foreach ($said as $sentence) {
                    $left[] = self::nameOf($table, $row).': '.$sentence;
                }
            } catch (NotAllowed $e) {
                $left[] = self::nameOf($table, $row).': '.$e->getMessage();
                if ($table !== 'overrides' && ! isset($seen[$names->idOf($table, $id) ?? ''])) {
                    $names->remove($table, $id);
                }

                continue;
            }
            $seen[$here] = true;
            if ($table === 'attachments') {
                $columns['path'] = $files[$id];
                $columns['name'] = AllowedFiles::name(is_string($columns['name']) ? $columns['name'] : '');
                $columns['size'] = $sizes[$id]; // as it is, whatever the row says: it counts for the quota
            }
            if ($table === 'calendars' && is_string($columns['follows'])) {
                $columns['follows'] = Crypt::encryptString($columns['follows']);
            }
            yield [
                ...$table === 'overrides' ? [] : ['id' => $here],
                ...$columns,
                'created_at' => self::moment($row['created_at'] ?? null),
                'updated_at' => self::moment($row['updated_at'] ?? null),
                'user_id' => $user->id,
            ];
        }
    }

    /** When a row was written, as a database has it; null where it does not say so. */
    private static function moment(mixed $text): ?string
    {
        return is_string($text) && preg_match('/^\d{4}-\d\d-\d\d \d\d:\d\d:\d\d$/D', $text) === 1 ? $text : null;
    }

    /** @param  array<mixed>  $row */
    private static function nameOf(string $table, array $row): string
    {
        foreach (['title', 'name', 'words', 'date', 'start', 'recurrence_id'] as $column) {
            if (is_string($row[$column] ?? null) && mb_check_encoding($row[$column], 'UTF-8')) {
                return '“'.mb_substr($row[$column], 0, 60).'” ('.str_replace('_', ' ', $table).')';
            }
        }

        return 'A row of '.str_replace('_', ' ', $table);
    }

    /**
     * @param  array<string, mixed>  $settings
     * @param  list<string>  $left
     * @return array<string, mixed> columns of the account
     */
    private static function settings(array $settings, NamedRows $names, array &$left): array
    {
        $values = [];
        foreach (SettingFields::all() as $name => $field) {
            if (! array_key_exists($name, $settings)) {
                continue;
            }
            try {
                $value = $names->within($field, $field->read(json_decode((string) json_encode($settings[$name]), true)));
                $values[$name] = is_array($value) ? json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE) : $value;
            } catch (NotAllowed $e) {
                $left[] = 'A setting stays as it is. '.$e->getMessage();
            }
        }

        return $values;
    }

    /**
     * Rows that name the same columns, some at a time.
     *
     * @param  iterable<Columns>  $rows
     * @return iterable<non-empty-list<Columns>>
     */
    private static function portions(iterable $rows): iterable
    {
        $some = [];
        foreach ($rows as $row) {
            if ($some !== [] && (count($some) === self::AT_ONCE || array_keys($some[0]) !== array_keys($row))) {
                yield $some;
                $some = [];
            }
            $some[] = $row;
        }
        if ($some !== []) {
            yield $some;
        }
    }
}
