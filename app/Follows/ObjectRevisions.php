<?php

declare(strict_types=1);

namespace App\Follows;

use App\Journal\Changed;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/**
 * What clients of CalDAV have to be told: at which revision of its account each entry was last another, for each calendar that it
 * is or was in. It follows every change of an entry, and of what an entry is written with.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class ObjectRevisions
{
    /** Of a calendar, and of an account: what stands in the files of entries. */
    private const WRITTEN = ['calendars' => ['reminders', 'reminders_all_day'], 'users' => ['zone', 'holidays', 'work_days']];

    /** @param  list<Row>  $rows  before and after */
    public function follow(int $userId, array $rows): void
    {
        $noted = $touched = $calendars = $gone = [];
        $isAll = false;
        foreach ($rows as ['table' => $table, 'id' => $id, 'before' => $before, 'after' => $after]) {
            if ($table === 'entries') {
                $old = self::nameLeft((string) $id, $before, $after);
                if ($old !== null) {
                    // Under its old name it is gone: no entry has that id.
                    $noted["{$old[0]} {$old[1]}"] = [$old[0], strtolower((string) Str::ulid()), $old[1]];
                }
                foreach (array_filter([$before, $after]) as $row) {
                    $calendar = is_string($row['calendar_id']) ? $row['calendar_id'] : '';
                    $noted["{$calendar} {$id}"] = [$calendar, $id, $row['resource_name'] ?? "{$id}.ics"];
                }
                if ($after === null) {
                    $gone[] = $id;
                }
            } elseif ($table === 'overrides' || $table === 'attachments') {
                $touched[] = $after['entry_id'] ?? $before['entry_id'] ?? null;
            } elseif (isset(self::WRITTEN[$table]) && $before !== null && $after !== null && self::differs($before, $after, self::WRITTEN[$table])) {
                $table === 'users' ? ($isAll = true) : ($calendars[] = $id);
            }
        }
        $json = fn (array $list): string => json_encode(array_values(array_unique($list, SORT_REGULAR)), JSON_THROW_ON_ERROR);
        if ($noted !== []) {
            DB::insert(
                "insert into object_revisions (calendar_id, entry_id, user_id, name, revision)
                    select json_extract(one.value, '$[0]'), json_extract(one.value, '$[1]'), u.id, json_extract(one.value, '$[2]'), u.revision
                    from json_each(?) one, users u where u.id = ?
                    on conflict do update set revision = excluded.revision, name = excluded.name",
                [$json($noted), $userId],
            );
        }
        if ($gone !== []) {
            DB::delete('delete from sent_objects where entry_id in (select value from json_each(?))', [$json($gone)]);
        }
        $this->touch($userId, 'entry_id in (select value from json_each(?))', $touched === [] ? null : $json($touched));
        $this->touch($userId, 'calendar_id in (select value from json_each(?))', $calendars === [] ? null : $json($calendars));
        if ($isAll) {
            DB::update(
                'update object_revisions set revision = (select revision from users where id = ?) where user_id = ?',
                [$userId, $userId],
            );
        }
    }

    /**
     * @param  array<string, mixed>|null  $before
     * @param  array<string, mixed>|null  $after
     * @return array{string, string}|null the calendar and the name that an entry has no more in it
     */
    private static function nameLeft(string $id, ?array $before, ?array $after): ?array
    {
        $name = fn (array $row): string => is_string($row['resource_name'] ?? null) ? $row['resource_name'] : "{$id}.ics";

        return $before !== null &&
            $after !== null &&
            is_string($before['calendar_id']) &&
            $before['calendar_id'] === $after['calendar_id'] &&
            $name($before) !== $name($after)
            ? [$before['calendar_id'], $name($before)]
            : null;
    }

    private function touch(int $userId, string $which, ?string $values): void
    {
        if ($values !== null) {
            DB::update(
                "update object_revisions set revision = (select revision from users where id = ?) where user_id = ? and {$which}",
                [$userId, $userId, $values],
            );
        }
    }

    /** Notes every entry of an account as changed now; for what came in bulk. */
    public function rebuild(int $userId): void
    {
        DB::delete('delete from sent_objects where user_id = ?', [$userId]);
        // What is there no more is told for as long as somebody may ask.
        DB::update(
            'update object_revisions set revision = (select revision from users where id = ?) where user_id = ?',
            [$userId, $userId],
        );
        $this->note($userId, 'where e.user_id = ?');
    }

    /** @return list<string> entries of an account that clients would not be told of, or under another name than they have */
    public function differences(int $userId): array
    {
        $found = [];
        foreach (
            DB::select(
                "select e.id, e.title from entries e left join object_revisions r on r.entry_id = e.id and r.calendar_id = e.calendar_id
                    where e.user_id = ? and (r.entry_id is null or r.name <> coalesce(e.resource_name, e.id || '.ics') or r.user_id <> e.user_id)",
                [$userId],
            ) as $row
        ) {
            $found[] = is_object($row) && isset($row->title) && is_string($row->title) ? "“{$row->title}”" : '';
        }

        return $found;
    }

    /** Those that are missing, or are called otherwise, are told. */
    public function mend(int $userId): void
    {
        $this->note(
            $userId,
            "left join object_revisions r on r.entry_id = e.id and r.calendar_id = e.calendar_id
                where e.user_id = ? and (r.entry_id is null or r.name <> coalesce(e.resource_name, e.id || '.ics') or r.user_id <> e.user_id)",
        );
    }

    private function note(int $userId, string $which): void
    {
        DB::insert(
            "insert into object_revisions (calendar_id, entry_id, user_id, name, revision)
                select e.calendar_id, e.id, e.user_id, coalesce(e.resource_name, e.id || '.ics'), (select revision from users where id = e.user_id)
                from entries e {$which}
                on conflict do update set revision = excluded.revision, name = excluded.name, user_id = excluded.user_id",
            [$userId],
        );
    }

    /**
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     * @param  list<string>  $columns
     */
    private static function differs(array $before, array $after, array $columns): bool
    {
        foreach ($columns as $name) {
            if (($before[$name] ?? null) !== ($after[$name] ?? null)) {
                return true;
            }
        }

        return false;
    }
}
