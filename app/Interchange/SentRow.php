<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Models\Entry;
use App\Queries\Screens\EntriesAsTable;
use Carbon\CarbonImmutable;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\Zone;

/**
 * A row of a table that names an entry which is there: what it says is held against what the table of that entry would say now, and
 * only what is another is taken. A table says less of an entry than there is, and spreadsheets write dates in their own way.
 */
final class SentRow
{
    /** By what a column means, how it is called in our own table. */
    private const WRITTEN = [
        'title' => 'Title',
        'kind' => 'Kind',
        'start' => 'Start',
        'end' => 'End',
        'due' => 'Due',
        'importance' => 'Importance',
        'minutes' => 'Estimate (min)',
        'labels' => 'Labels',
        'place' => 'Place',
        'link' => 'Link',
        'notes' => 'Notes',
    ];

    private const PLACE = ['all_day', 'start', 'length', 'zone'];

    /**
     * @param  list<string>  $row
     * @param  array<string, int>  $columns  by what they mean
     * @param  'dmy'|'mdy'  $order
     *
     * @throws CannotKeep
     */
    public static function read(Entry $entry, array $row, array $columns, string $order, Zone $account): ReadEntry
    {
        $zone = $entry->zone === null ? $account : Zone::of($entry->zone);
        $told = array_intersect_key($columns, self::WRITTEN);
        $cells = EntriesAsTable::cells($entry);
        $row = array_pad($row, max([0, ...array_values($columns)]) + 1, '');
        // As it is read back from a file, under numbers of its own.
        $written = array_map(fn (string $role): string => trim((string) $cells[self::WRITTEN[$role]]), array_keys($told));
        $repairs = [];
        if ($entry->isRoutine()) {
            [$row, $columns, $isElsewhere] = self::whereItStands($row, $columns, $cells, $order);
            $repairs = $isElsewhere ? ['When a routine comes is not changed by a table.'] : [];
        }
        $sent = TableRow::read($row, $columns, $order, $zone);
        $given = TableRow::read($written, array_flip(array_keys($told)), $order, $zone);
        array_push($repairs, ...$sent->repairs);
        $is = EntryWriter::columns($entry);
        $another = [];
        foreach ($sent->columns as $name => $value) {
            if (array_key_exists($name, $is) && ! DeepEquality::of($given->columns[$name] ?? null, $value)) {
                $another[$name] = $value;
            }
        }
        $another += self::estimate(isset($told['minutes']) ? $row[$told['minutes']] ?? '' : null, (string) $entry->estimate);
        if (array_intersect_key($another, array_flip(self::PLACE)) !== []) {
            $another = [...$another, ...array_intersect_key($sent->columns, array_flip(self::PLACE))];
        }

        return new ReadEntry(
            $entry->knownAs(),
            [...$is, ...$another],
            EntryWriter::rows($entry->overrides),
            self::changed($entry, isset($columns['changed']) ? $row[$columns['changed']] ?? '' : ''),
            $entry->version, // it becomes the next one
            $repairs,
            created: $entry->created_at?->utc()->format(EntriesAsTable::CHANGED),
        );
    }

    /**
     * The row with the time and the length that the entry has, and whether it said others.
     *
     * @param  list<string>  $row
     * @param  array<string, int>  $columns
     * @param  array<string, string|int|null>  $cells
     * @param  'dmy'|'mdy'  $order
     * @return array{list<string>, array<string, int>, bool}
     */
    private static function whereItStands(array $row, array $columns, array $cells, string $order): array
    {
        $isElsewhere = false;
        foreach (['start', 'end'] as $role) {
            if (isset($columns[$role])) {
                $is = (string) $cells[self::WRITTEN[$role]];
                $isElsewhere = $isElsewhere || self::moment($row[$columns[$role]] ?? '', $order) !== self::moment($is, $order);
                $row = array_values(array_replace($row, [$columns[$role] => $is]));
            }
        }

        return [$row, array_diff_key($columns, ['time' => 0, 'end_time' => 0]), $isElsewhere];
    }

    /** @param  'dmy'|'mdy'  $order */
    private static function moment(string $cell, string $order): string
    {
        try {
            $read = TableMoment::read($cell, $order);

            return $read->date.' '.($read->time ?? '');
        } catch (InvalidTime) {
            return $cell;
        }
    }

    /**
     * Minutes stand for an estimate in our own table, also beside hours.
     *
     * @return array{estimate?: int|null}
     */
    private static function estimate(?string $sent, string $is): array
    {
        return $sent === null || $sent === $is || preg_match('/^\d{0,4}$/D', $sent) !== 1
            ? []
            : ['estimate' => $sent === '' ? null : (int) $sent];
    }

    /** Now, where nothing was changed here since the table was written; else when that was. */
    private static function changed(Entry $entry, string $told): ?string
    {
        return match (true) {
            preg_match('/^\d{8}T\d{6}Z$/D', $told) !== 1 => null,
            $told >= EntriesAsTable::changed($entry) => CarbonImmutable::now()->utc()->format(EntriesAsTable::CHANGED),
            default => $told,
        };
    }
}
