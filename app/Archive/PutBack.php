<?php

declare(strict_types=1);

namespace App\Archive;

use App\Access\Owned;
use App\Models\User;
use Closure;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Illuminate\Support\Facades\Validator;
use Illuminate\Support\Str;
use PDOException;

/**
 * Puts what is in an archive into an account, in place of what is there: all of it or nothing. What has an id that another account has
 * here gets another, wherever it is named.
 */
final readonly class PutBack
{
    private const AT_ONCE = 200;

    private const TOLD_EVERY = 500;

    /**
     * @param  Closure(int, int): void  $progress  rows so far, of so many
     * @return array<string, int> rows by table
     *
     * @throws UnsoundArchive before anything is changed
     */
    public function into(User $user, AccountArchive $archive, Closure $progress): array
    {
        $manifest = $archive->check();
        $files = [];
        try {
            foreach (array_keys($manifest['files']) as $id) {
                $files[$id] = self::keep($user, $archive, (string) $id);
            }

            return DB::transaction(function () use ($user, $archive, $manifest, $files, $progress): array {
                // The first statement writes, so that the lock is held before anything is read.
                DB::table('users')->where('id', $user->id)->increment('revision');
                $old = Owned::by($user->id)->rows('attachments')->pluck('path')->all();
                self::clear($user->id);
                $names = self::otherIds($user->id, $archive);
                $total = array_sum($manifest['counts']);
                $done = 0;
                $kept = [];
                foreach (AccountTables::ALL as $table) {
                    $kept[$table] = 0;
                    foreach (self::portions($this->rows($user, $archive, $table, $names, $files)) as $rows) {
                        DB::table($table)->insert($rows);
                        $kept[$table] += count($rows);
                        $done += count($rows);
                        if ($done % self::TOLD_EVERY < self::AT_ONCE) {
                            $progress($done, $total);
                        }
                    }
                }
                self::settings($user, $manifest['settings'], $names);
                DB::afterCommit(fn () => Storage::disk('local')->delete(array_filter($old, is_string(...))));

                return $kept;
            });
        } catch (PDOException $e) {
            Storage::disk('local')->delete(array_values($files));
            throw new UnsoundArchive('What is in it does not hang together, so nothing was changed.', previous: $e);
        } catch (UnsoundArchive $e) {
            Storage::disk('local')->delete(array_values($files));
            throw $e;
        }
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
        foreach (array_reverse(AccountTables::ALL) as $table) {
            Owned::by($userId)->rows($table)->delete();
        }
        // What was told of it, and the steps that led to it, are of something else now.
        foreach (['history', 'deliveries', 'sent_objects', 'answers'] as $table) {
            Owned::by($userId)->rows($table)->delete();
        }
    }

    /** @return array<string, string> ids that are another's here, each with a new one */
    private static function otherIds(int $userId, AccountArchive $archive): array
    {
        $names = [];
        foreach (array_diff(AccountTables::ALL, ['overrides']) as $table) {
            $ids = [];
            foreach ($archive->rows($table) as $row) {
                $id = $row['id'] ?? null;
                if (! is_string($id) || preg_match('/^[0-9a-z]{26}$/D', $id) !== 1) {
                    throw new UnsoundArchive("A row of {$table} in it has no name.");
                }
                $ids[] = $id;
            }
            foreach (array_chunk($ids, 500) as $some) {
                foreach (DB::table($table)->whereIn('id', $some)->pluck('id') as $taken) {
                    if (is_string($taken)) {
                        $names[$taken] = strtolower((string) Str::ulid());
                    }
                }
            }
        }

        return $names;
    }

    /**
     * @param  array<string, string>  $names  new ids by old ones
     * @param  array<string, string>  $files  paths by id
     * @return iterable<array<string, scalar|null>>
     */
    private function rows(User $user, AccountArchive $archive, string $table, array $names, array $files): iterable
    {
        $columns = AccountTables::columns(DB::connection()->getPdo(), $table);
        foreach ($archive->rows($table) as $row) {
            $id = is_string($row['id'] ?? null) ? $row['id'] : '';
            $values = AccountTables::kept($table, self::named($row, $names), $columns);
            if ($table === 'overrides') {
                unset($values['id']); // it is named by its entry and its recurrence id
            }
            if ($table === 'entries' && preg_match('~^(?:https?://\S+)?$~iD', (string) ($values['link'] ?? '')) !== 1) {
                $values['link'] = ''; // it is pressed in the page
            }
            if ($table === 'attachments') {
                if (! isset($files[$id])) {
                    continue; // it was not there any more when the archive was written
                }
                $values['path'] = $files[$id];
            }
            if ($table === 'calendars' && is_string($values['follows'] ?? null)) {
                $values['follows'] = Crypt::encryptString($values['follows']);
            }
            yield [...$values, 'user_id' => $user->id];
        }
    }

    /**
     * @param  array<mixed>  $row
     * @param  array<string, string>  $names
     * @return array<mixed>
     */
    private static function named(array $row, array $names): array
    {
        if ($names === []) {
            return $row;
        }

        return (array) json_decode(strtr(json_encode($row, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE), $names));
    }

    /**
     * @param  array<string, mixed>  $settings
     * @param  array<string, string>  $names
     */
    private static function settings(User $user, array $settings, array $names): void
    {
        $settings = array_filter(
            $settings,
            fn (mixed $value, string $name): bool => self::canBe($name, $value),
            ARRAY_FILTER_USE_BOTH,
        );
        $values = AccountTables::kept('users', self::named($settings, $names), AccountTables::SETTINGS);
        $calendar = $values['default_calendar_id'] ?? null;
        if ($calendar !== null && ! Owned::by($user->id)->rows('calendars')->where('id', $calendar)->exists()) {
            $values['default_calendar_id'] = null;
        }
        DB::table('users')
            ->where('id', $user->id)
            ->update([
                ...$values,
                // Reminders are written down anew, and clients read all of it anew.
                'planned_until' => 0,
                'revision_line' => strtolower(Str::random(12)),
            ]);
    }

    /** A setting that nothing could be reckoned with would leave an account that cannot be opened any more; it stays as it is. */
    private static function canBe(string $name, mixed $value): bool
    {
        $minute = ['integer', 'between:0,1439'];
        $rules = [
            'name' => ['string', 'max:100'],
            'zone' => ['timezone:all'],
            'first_weekday' => ['integer', 'between:1,7'],
            'clock' => ['in:12,24'],
            'week' => ['list', 'size:7'],
            'week.*.minutes' => ['required', 'integer', 'between:0,1440'],
            'week.*.wakes' => ['required', 'integer', 'between:0,1440'],
            'week.*.sleeps' => ['required', 'integer', 'between:0,1440'],
            'week.*.theme' => ['present', 'string', 'max:60'],
            'work_days' => ['list', 'max:7'],
            'work_days.*' => ['integer', 'between:1,7'],
            'holidays' => ['nullable', 'string', 'max:2'],
            'default_calendar_id' => ['nullable', 'string', 'max:26'],
            'stint_minutes' => ['integer', 'between:1,600'],
            'must_limit' => ['integer', 'between:0,100'],
            'other_limit' => ['integer', 'between:0,100'],
            'closing_questions' => ['list', 'max:20'],
            'closing_questions.*' => ['string', 'max:250'],
            'round_questions' => ['list', 'max:20'],
            'round_questions.*' => ['string', 'max:250'],
            'best_hours' => ['nullable', 'list', 'size:24'],
            'best_hours.*' => ['integer', 'between:0,2'],
            'breathing' => ['integer', 'between:0,60'],
            'least_pause' => ['integer', 'between:0,60'],
            'deep_minutes' => ['integer', 'between:0,480'],
            'weather' => ['boolean'],
            'weather_place' => ['string', 'max:60'],
            'quiet_from' => $minute,
            'quiet_to' => $minute,
            'agenda_at' => ['nullable', ...$minute],
            'evening_at' => ['nullable', ...$minute],
            'agenda_channels' => ['list', 'max:3'],
            'agenda_channels.*' => ['in:screen,mail,phone'],
            'archives_daily' => ['boolean'],
            'archives_kept' => ['integer', 'between:1,30'],
        ];
        $of = array_filter(
            $rules,
            fn (string $key): bool => $key === $name || str_starts_with($key, "{$name}."),
            ARRAY_FILTER_USE_KEY,
        );

        return $of !== [] &&
            Validator::make([$name => json_decode(json_encode($value, JSON_THROW_ON_ERROR), true)], $of)->passes();
    }

    /**
     * Rows that name the same columns, some at a time.
     *
     * @param  iterable<array<string, scalar|null>>  $rows
     * @return iterable<non-empty-list<array<string, scalar|null>>>
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
