<?php

declare(strict_types=1);

namespace App\Reading;

use App\Models\Calendar;
use Illuminate\Support\Facades\DB;
use stdClass;

/** The entries of a calendar as clients of CalDAV know them: by name, and by when they were last another. */
final class ObjectRows
{
    private const SELECT = 'select r.entry_id, r.name, r.revision, e.kind, e.updated_at
        from object_revisions r left join entries e on e.id = r.entry_id and e.calendar_id = r.calendar_id';

    /** @return list<ObjectRow> those that are there */
    public function in(Calendar $calendar): array
    {
        return self::rows('where r.calendar_id = ? and e.id is not null order by r.entry_id', [$calendar->id]);
    }

    /**
     * @param  list<string>  $names
     * @return array<string, ObjectRow> those that are there, by name
     */
    public function named(Calendar $calendar, array $names): array
    {
        $found = self::rows(
            'where r.calendar_id = ? and e.id is not null and r.name in (select value from json_each(?)) order by r.entry_id desc',
            [$calendar->id, json_encode($names, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE)],
        );

        return array_column($found, null, 'name');
    }

    /** @return ObjectRow|null that with a UID, whatever it is called */
    public function withUid(Calendar $calendar, string $uid): ?ObjectRow
    {
        $own = preg_match('/^([0-9a-hjkmnp-tv-z]{26})@plum-rota\.invalid$/D', $uid, $m) === 1 ? $m[1] : '';

        return self::rows('where r.calendar_id = ? and (e.uid = ? or (e.id = ? and e.uid is null))', [
            $calendar->id,
            $uid,
            $own,
        ])[0] ?? null;
    }

    /** @return list<string> of the entries in it: task, event */
    public function kinds(Calendar $calendar): array
    {
        $kinds = DB::table('entries')->where('calendar_id', $calendar->id)->distinct()->pluck('kind')->all();

        return array_values(array_filter($kinds, is_string(...)));
    }

    /**
     * What came, changed or went after a revision, in the order in which it did.
     *
     * @param  string  $entry  those of that revision up to this one are known
     * @return list<ObjectRow>
     */
    public function since(Calendar $calendar, int $revision, string $entry, int $most): array
    {
        return self::rows(
            'where r.calendar_id = ? and (r.revision, r.entry_id) > (?, ?) order by r.revision, r.entry_id limit ?',
            [$calendar->id, $revision, $entry, $most],
        );
    }

    /** @return list<string> ids of entries that may stand after a day */
    public function lastingBeyond(Calendar $calendar, string $day): array
    {
        return self::ids('start is not null and (last_day is null or last_day > ?)', 'moved_to > ?', [$calendar->id, $day]);
    }

    /** @return list<string> ids of entries that may stand before a day */
    public function begunBefore(Calendar $calendar, string $day): array
    {
        return self::ids('start is not null and first_day < ?', 'moved_from < ?', [$calendar->id, $day]);
    }

    /**
     * @param  array{string, string}  $values
     * @return list<string>
     */
    private static function ids(string $entries, string $overrides, array $values): array
    {
        return array_map(
            fn (mixed $row): string => $row instanceof stdClass && is_string($row->id) ? $row->id : '',
            array_values(
                DB::select(
                    "select id from entries where calendar_id = ? and {$entries}
                    union select o.entry_id from overrides o join entries e on e.id = o.entry_id where e.calendar_id = ? and o.{$overrides}",
                    [...$values, ...$values],
                ),
            ),
        );
    }

    /** The revision at which anything in it was last another; 0 for one that never had an entry. */
    public function latest(Calendar $calendar): int
    {
        $latest = DB::table('object_revisions')->where('calendar_id', $calendar->id)->max('revision');

        return is_numeric($latest) ? (int) $latest : 0;
    }

    /**
     * What clients sent, of entries that have not changed since.
     *
     * @param  list<string>  $ids
     * @return array<string, string> by id of the entry
     */
    public function sent(array $ids): array
    {
        $texts = [];
        foreach (
            DB::select(
                'select s.entry_id, s.text from sent_objects s join entries e on e.id = s.entry_id
                    join object_revisions r on r.entry_id = s.entry_id and r.calendar_id = e.calendar_id and r.revision = s.revision
                    where s.entry_id in (select value from json_each(?))',
                [json_encode($ids, JSON_THROW_ON_ERROR)],
            ) as $row
        ) {
            assert($row instanceof stdClass && is_string($row->entry_id) && is_string($row->text));
            $texts[$row->entry_id] = $row->text;
        }

        return $texts;
    }

    /**
     * @param  list<int|string>  $values
     * @return list<ObjectRow>
     */
    private static function rows(string $which, array $values): array
    {
        return array_map(function (mixed $row): ObjectRow {
            assert($row instanceof stdClass && is_string($row->entry_id) && is_string($row->name) && is_int($row->revision));

            return new ObjectRow(
                $row->entry_id,
                $row->name,
                $row->revision,
                $row->kind === 'event' || $row->kind === 'task' ? $row->kind : null,
                is_string($row->updated_at) ? $row->updated_at : null,
            );
        }, array_values(DB::select(self::SELECT.' '.$which, $values)));
    }
}
