<?php

declare(strict_types=1);

namespace App\Follows;

use App\Access\Owned;
use App\Journal\Changed;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Tally\Reach;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Zone;
use Throwable;

/**
 * What the tally has kept of weeks that are over is forgotten where a change may reach into them; how far it reaches is asked of
 * the core. Forgetting too much costs time, too little a wrong figure.
 *
 * @phpstan-import-type Row from Changed
 *
 * A stretch is its first and its last day; the last is null where it has no end.
 *
 * @phpstan-type Stretch array{string, string|null}
 */
final readonly class TalliedWeeks
{
    /** More stretches than this are forgotten as one. */
    private const MOST_STRETCHES = 40;

    /** Settings, and columns of a calendar, on which every week depends. */
    private const OF_ALL = ['users' => ['zone', 'work_days', 'holidays', 'first_weekday'], 'calendars' => ['area_id', 'counted']];

    /** @param  list<Row>  $rows  before and after */
    public function follow(int $userId, array $rows): void
    {
        $latest = DB::scalar('select max(last) from tally_weeks where user_id = ?', [$userId]);
        if (! is_string($latest)) {
            return; // nothing is kept
        }
        foreach ($rows as $row) {
            if ($row['before'] !== null && $row['after'] !== null && self::differs($row, self::OF_ALL[$row['table']] ?? [])) {
                DB::delete('delete from tally_weeks where user_id = ?', [$userId]);

                return;
            }
        }
        $entries = $this->entries($userId, $rows);
        $stretches = [];
        foreach ($rows as $row) {
            array_push($stretches, ...match ($row['table']) {
                'entries' => self::differs($row, self::counted()) ? $this->ofEntry($row) : [],
                'overrides' => $this->ofOverride($row, $entries),
                'timings' => $this->ofTiming($row, $entries),
                default => [],
            });
        }
        $stretches = self::joined(array_values(array_filter($stretches, fn (array $one): bool => $one[0] <= $latest)));
        foreach ($stretches as [$from, $to]) {
            DB::delete(
                "delete from tally_weeks where user_id = ? and last >= ? and start <= coalesce(?, '9999')",
                [$userId, $from, $to],
            );
        }
    }

    public function forgetAll(int $userId): void
    {
        DB::delete('delete from tally_weeks where user_id = ?', [$userId]);
    }

    /** @return list<string> columns of an entry that count */
    private static function counted(): array
    {
        /** @var list<string>|null $names */
        static $names = null;

        return $names ??= [
            'user_id',
            'first_day',
            'last_day',
            ...array_keys(array_filter(EntryFields::all(), fn (Field $one): bool => $one->counts)),
        ];
    }

    /**
     * The entries that changed occurrences and timings belong to, as they were before and as they are.
     *
     * @param  list<Row>  $rows
     * @return array<string, list<Entry>> by id
     */
    private function entries(int $userId, array $rows): array
    {
        $entries = $ids = [];
        foreach ($rows as $row) {
            if ($row['table'] === 'entries') {
                foreach (array_filter([$row['before'], $row['after']]) as $columns) {
                    $entries[(string) $row['id']][] = self::entry($columns);
                }
            } elseif ($row['table'] === 'overrides' || $row['table'] === 'timings') {
                foreach (array_filter([$row['before'], $row['after']]) as $columns) {
                    $ids[] = $columns['entry_id'] ?? null;
                }
            }
        }
        $missing = array_values(array_diff(array_unique(array_filter($ids, is_string(...))), array_keys($entries)));
        foreach (array_chunk($missing, 500) as $some) {
            foreach (Owned::by($userId)->entries()->whereKey($some)->get() as $entry) {
                $entries[$entry->id][] = $entry;
            }
        }

        return $entries;
    }

    /**
     * @param  Row  $row
     * @return list<Stretch>
     */
    private function ofEntry(array $row): array
    {
        $stretches = [];
        $back = $on = Zone::FURTHEST_DAYS;
        foreach (array_filter([$row['before'], $row['after']]) as $columns) {
            $entry = self::entry($columns);
            $stretches[] = self::standing($entry);
            $series = self::series($entry);
            $back = max($back, $series === null ? 0 : Reach::back($series));
            $on = max($on, $series === null ? 0 : Reach::on($series));
        }
        if ($row['before'] === null) {
            return $stretches; // what has just come has nothing hanging on it yet
        }
        // What was done stays where it was, also where the rhythm does not come round any more; and work was timed whenever it
        // was.
        $hanging = (array) DB::selectOne(
            'select min(day) as day, max(day) as last, min(moved_from) as moved_from, max(moved_to) as moved_to from overrides where entry_id = ?',
            [$row['id']],
        );
        foreach ([
            ['day', 'last', $back, $on],
            ['moved_from', 'moved_to', Zone::FURTHEST_DAYS, Zone::FURTHEST_DAYS],
        ] as [$from, $to, $before, $after]) {
            if (is_string($hanging[$from] ?? null) && is_string($hanging[$to] ?? null) && $hanging[$from] !== '') {
                $stretches[] = self::wide($hanging[$from], $hanging[$to], $before, $after);
            }
        }
        $timed = (array) DB::selectOne(
            'select min(started_at) as started_at, max(coalesce(ended_at, unixepoch())) as ended_at from timings where entry_id = ?',
            [$row['id']],
        );
        if (is_int($timed['started_at'] ?? null)) {
            $stretches[] = self::between($timed);
        }

        return $stretches;
    }

    /**
     * @param  Row  $row
     * @param  array<string, list<Entry>>  $entries
     * @return list<Stretch>
     */
    private function ofOverride(array $row, array $entries): array
    {
        $stretches = [];
        foreach (array_filter([$row['before'], $row['after']]) as $columns) {
            $entryId = is_string($columns['entry_id'] ?? null) ? $columns['entry_id'] : '';
            $recurrenceId = is_string($columns['recurrence_id'] ?? null) ? $columns['recurrence_id'] : '';
            $doneAt = is_int($columns['done_at'] ?? null) ? $columns['done_at'] : null;
            array_push($stretches, ...self::around($recurrenceId, $entries[$entryId] ?? [], $doneAt));
            if (is_string($columns['moved_from'] ?? null) && is_string($columns['moved_to'] ?? null)) {
                $stretches[] = self::wide($columns['moved_from'], $columns['moved_to'], Zone::FURTHEST_DAYS, Zone::FURTHEST_DAYS);
            }
            foreach (
                DB::select(
                    'select started_at, ended_at from timings where entry_id = ? and recurrence_id = ?',
                    [$entryId, $recurrenceId],
                ) as $one
            ) {
                $stretches[] = self::between((array) $one);
            }
        }

        return $stretches;
    }

    /**
     * @param  Row  $row
     * @param  array<string, list<Entry>>  $entries
     * @return list<Stretch>
     */
    private function ofTiming(array $row, array $entries): array
    {
        $stretches = [];
        foreach (array_filter([$row['before'], $row['after']]) as $columns) {
            $entryId = is_string($columns['entry_id'] ?? null) ? $columns['entry_id'] : '';
            $recurrenceId = is_string($columns['recurrence_id'] ?? null) ? $columns['recurrence_id'] : '';
            $stretches[] = self::between($columns);
            array_push($stretches, ...self::around($recurrenceId, $entries[$entryId] ?? []));
            foreach (
                DB::select('select moved_from, moved_to from overrides where entry_id = ? and recurrence_id = ? and moved_to is not null', [
                    $entryId,
                    $recurrenceId,
                ]) as $one
            ) {
                $one = (array) $one;
                if (is_string($one['moved_from']) && is_string($one['moved_to'])) {
                    $stretches[] = self::wide($one['moved_from'], $one['moved_to'], Zone::FURTHEST_DAYS, Zone::FURTHEST_DAYS);
                }
            }
        }

        return $stretches;
    }

    /**
     * Where one occurrence may count.
     *
     * @param  list<Entry>  $entries  the entry as it was and as it is
     * @return list<Stretch>
     */
    private static function around(string $recurrenceId, array $entries, ?int $doneAt = null): array
    {
        $stretches = [];
        foreach ($entries as $entry) {
            $series = self::series($entry);
            if ($recurrenceId === Series::ONCE || $series === null) {
                $stretches[] = self::standing($entry);

                continue;
            }
            try {
                $day = (string) LocalDate::parse(substr($recurrenceId, 0, 10));
            } catch (Throwable) {
                $stretches[] = ['0000', null];

                continue;
            }
            $stretch = self::wide($day, $day, Reach::back($series), Reach::on($series));
            // What counts from when it was done stands elsewhere from there on, or from its day.
            $done = $doneAt === null ? $stretch[0] : (string) LocalDate::fromDayNumber(intdiv($doneAt, 86400) - Zone::FURTHEST_DAYS);
            $stretches[] = $entry->after_done ? [min($stretch[0], $done), null] : $stretch;
        }

        return $stretches;
    }

    /** @return Stretch on which an entry may stand at all, by its rule and whatever sends it elsewhere */
    private static function standing(Entry $entry): array
    {
        return $entry->first_day === null || $entry->first_day === ''
            ? ['9999', '9999'] // in the basket: it stands on no day
            : self::wide($entry->first_day, $entry->last_day, Zone::FURTHEST_DAYS, Zone::FURTHEST_DAYS);
    }

    /** @param  array<string, mixed>  $columns  as a step has noted them */
    private static function entry(array $columns): Entry
    {
        $owner = is_numeric($columns['user_id'] ?? null) ? (int) $columns['user_id'] : 0;

        return Owned::by($owner)->entries()->getModel()->newFromBuilder($columns);
    }

    private static function series(Entry $entry): ?Series
    {
        try {
            return SeriesOf::mendable($entry);
        } catch (Throwable) {
            return null;
        }
    }

    /**
     * @param  array<mixed>  $timing
     * @return Stretch
     */
    private static function between(array $timing): array
    {
        $from = is_numeric($timing['started_at'] ?? null) ? (int) $timing['started_at'] : 0;
        $to = is_numeric($timing['ended_at'] ?? null) ? (int) $timing['ended_at'] : CarbonImmutable::now()->getTimestamp();

        return [gmdate('Y-m-d', $from - Zone::FURTHEST_DAYS * 86400), gmdate('Y-m-d', $to + Zone::FURTHEST_DAYS * 86400)];
    }

    /** @return Stretch */
    private static function wide(string $from, ?string $to, int $back, int $on): array
    {
        try {
            return [
                (string) LocalDate::parse($from)->plusDays(-$back),
                $to === null ? null : (string) LocalDate::parse($to)->plusDays($on),
            ];
        } catch (Throwable) {
            return ['0000', null];
        }
    }

    /**
     * @param  list<Stretch>  $stretches
     * @return list<Stretch> those that meet as one
     */
    private static function joined(array $stretches): array
    {
        sort($stretches);
        $joined = [];
        foreach ($stretches as $one) {
            $last = count($joined) - 1;
            if ($last >= 0 && ($joined[$last][1] === null || $one[0] <= $joined[$last][1])) {
                $joined[$last][1] = $joined[$last][1] === null || $one[1] === null ? null : max($joined[$last][1], $one[1]);
            } else {
                $joined[] = $one;
            }
        }

        return count($joined) <= self::MOST_STRETCHES
            ? $joined
            : [[$joined[0][0], in_array(null, array_column($joined, 1), true) ? null : max(array_column($joined, 1))]];
    }

    /**
     * @param  Row  $row
     * @param  list<string>  $columns
     */
    private static function differs(array $row, array $columns): bool
    {
        foreach ($columns as $name) {
            if (($row['before'][$name] ?? null) != ($row['after'][$name] ?? null)) {
                return true;
            }
        }

        return false;
    }
}
