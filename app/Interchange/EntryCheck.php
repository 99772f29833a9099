<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Mapping\SeriesOf;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\SoundColumns;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Density;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

/**
 * Whether an entry that was read can stand here, and how: its place checked, its single times held against its rhythm.
 *
 * @phpstan-import-type Columns from ReadEntry
 * @phpstan-import-type Row from ReadEntry
 *
 * @phpstan-type Place array{start: string|null, all_day: bool, length: int, zone: string|null, rule: string|null, after_done: bool,
 *   extra_dates: list<string>, except_dates: list<string>, off_day: string, seasons: list<array{from: string, to: string}>,
 *   pauses: list<array{from: string, to: string}>}
 */
final class EntryCheck
{
    /**
     * @return array{ReadEntry, Series|null} what it is to be, and its place; null for a task in the basket
     *
     * @throws CannotKeep
     */
    public static function of(ReadEntry $read): array
    {
        $columns = $read->columns;
        $repairs = $read->repairs;
        try {
            SoundColumns::require('entries', [...$columns, 'uid' => $read->uid]);
            $series = self::series($columns);
            if ($series === null) {
                return [$read, null];
            }
            PlannableDays::require($series->placement->start->date());
            PlannableDays::require($series->placement->end()->date());
            if (! $series->startsOnRule()) {
                [$series, $columns] = self::onRule($series, $columns);
                $repairs[] = 'Its rule does not choose the day it begins on; that day stands beside the rule.';
            }
            Density::check($series, (bool) $columns['overlaps']);
            $rows = self::known($series, $read->overrides, $repairs);
            $onward = self::dividing($series, $read, $repairs);
            SoundColumns::require('entries', $columns);
        } catch (NotAllowed|InvalidTime|InvalidRule|TooDense $e) {
            throw new CannotKeep($e->getMessage());
        }

        return [
            new ReadEntry(
                $read->uid,
                $columns,
                $rows,
                $read->changed,
                $read->sequence,
                $repairs,
                $onward,
                $read->related,
                $read->created,
                $read->files,
                $read->told,
            ),
            $series,
        ];
    }

    /**
     * @param  Columns  $columns
     *
     * @throws InvalidTime|InvalidRule
     */
    private static function series(array $columns): ?Series
    {
        /** @var Place $columns as EntryReader reads them */
        return $columns['start'] === null
            ? null
            : new Series(
                '',
                SeriesOf::placement($columns['all_day'], $columns['start'], $columns['length'], $columns['zone']),
                $columns['rule'] === null ? null : RuleParser::parse($columns['rule']),
                array_map(SeriesOf::moment(...), $columns['extra_dates']),
                array_map(SeriesOf::moment(...), $columns['except_dates']),
                $columns['after_done'],
                SeriesOf::breaks($columns['off_day'], $columns['seasons'], $columns['pauses']),
            );
    }

    /**
     * RFC 5545 3.8.5.3 counts the start among the dates, whether the rule chooses it or not; here a routine starts on its rule.
     *
     * @param  Columns  $columns
     * @return array{Series, Columns}
     */
    private static function onRule(Series $series, array $columns): array
    {
        $first = $series->placement->start;
        $on = $series->startingOnRule();
        if ($on->placement->start->seconds === $first->seconds || $series->rule === null) {
            return [$series, $columns];
        }
        $count = $series->rule->count;
        $rule = $count === null ? $series->rule : $series->rule->ending(max(1, $count - 1), null);
        $on = new Series(
            '',
            $on->placement,
            $rule,
            [...$series->extra, $first],
            $series->except,
            false,
            $series->breaks,
            $series->details,
        );

        return [
            $on,
            [
                ...$columns,
                'start' => $on->placement->startText(),
                'rule' => (string) $rule,
                'extra_dates' => [
                    ...array_filter((array) $columns['extra_dates'], is_string(...)),
                    $series->recurrenceId($first),
                ],
            ],
        ];
    }

    /**
     * @param  array<string, Row>  $rows
     * @param  list<string>  $repairs
     * @return array<string, Row>
     */
    private static function known(Series $series, array $rows, array &$repairs): array
    {
        $known = [];
        foreach ($rows as $id => $row) {
            $id = (string) $id;
            if (! self::knows($series, $id, $row)) {
                $repairs[] = "Its rhythm does not know the time of its own on {$id}, which was left out.";

                continue;
            }
            try {
                SoundColumns::require('overrides', ['recurrence_id' => $id, ...$row]);
                $known[$id] = $row;
            } catch (NotAllowed $e) {
                $repairs[] = "What it has of its own on {$id} was left out. {$e->getMessage()}";
            }
        }

        return $known;
    }

    /**
     * What was done or let go stays where it was, also where the rhythm does not come round any more (`Timeline`).
     *
     * @param  Row  $row
     */
    private static function knows(Series $series, string $id, array $row): bool
    {
        if (! $series->isRoutine() || $id === Series::ONCE) {
            return ! $series->isRoutine() && $id === Series::ONCE;
        }

        return ExportedDates::names($series, $id) &&
            ($series->afterDone ||
                isset($row['done_at']) ||
                isset($row['let_go_at']) ||
                $series->recurrenceSet()->includes($series->startOf($id)));
    }

    /**
     * At which of its times a routine can be divided: those after the first that its rule makes.
     *
     * @param  list<string>  $repairs
     * @return list<array{id: string, columns: Columns}>
     *
     * @throws NotAllowed
     */
    private static function dividing(Series $series, ReadEntry $read, array &$repairs): array
    {
        $kept = [];
        foreach ($read->onward as $one) {
            SoundColumns::require('entries', [...$one['columns'], 'uid' => "{$read->uid}#{$one['id']}"]);
            $start =
                $series->rule !== null && ! $series->afterDone && ExportedDates::names($series, $one['id'])
                    ? $series->startOf($one['id'])
                    : null;
            if (
                $start !== null &&
                $start->seconds > $series->placement->start->seconds &&
                $series->recurrenceSet()->includes($start) &&
                $one['columns']['all_day'] === $series->placement->allDay
            ) {
                $kept[] = $one;
            } else {
                $repairs[] = "What it is from {$one['id']} on could not be kept.";
            }
        }

        return $kept;
    }
}
