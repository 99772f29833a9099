<?php

declare(strict_types=1);

namespace App\Interchange;

use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;

/**
 * What a reader of plain iCalendar has to be told besides the rule, so that it finds the occurrences that stand here: those of the
 * timeline, which knows seasons, pauses, days off, what counts from its last finish, and what single ones have of their own.
 */
final readonly class ExportedDates
{
    /** Something may be moved as far as this out of the stretch that is told. */
    private const BESIDE = 400 * 86400;

    /**
     * @param  list<LocalDateTime>  $extra  RDATE
     * @param  list<LocalDateTime>  $except  EXDATE
     * @param  array<string, Placement>  $apart  by recurrence id those that have something of their own, and where they stand
     */
    private function __construct(public array $extra, public array $except, public array $apart)
    {
    }

    /**
     * @param  list<Override>  $changes
     * @param  list<string>  $said  recurrence ids of those that have something of their own to say
     * @param  TimeRange  $stretch  from the start on, in which what has no rule is told day by day
     */
    public static function of(Series $series, array $changes, array $said, Timeline $timeline, TimeRange $stretch): self
    {
        $around = TimeRange::of($stretch->from->plusSeconds(-self::BESIDE), $stretch->to->plusSeconds(self::BESIDE));
        $isByRule = $series->breaks === null && ! $series->afterDone;
        $stands = [];
        // Where the rule says all, only what is changed has to be looked at.
        foreach (
            $isByRule ? self::changed($series, $changes, $timeline) : $timeline->occurrences($series, $changes, $around) as $one
        ) {
            $stands[$one->recurrenceId] = $one->placement;
        }
        $set = $series->afterDone ? new RecurrenceSet($series->placement->start) : $series->recurrenceSet();
        $told = self::byId($series, $isByRule ? [] : $set->between($stretch->from, $stretch->to));
        $isSaid = array_fill_keys($said, true);
        $extra = $except = $apart = [];
        foreach ($stands as $id => $placement) {
            $id = (string) $id;
            $start = $series->startOf($id);
            $isApart = isset($isSaid[$id]);
            if ($isApart) {
                $apart[$id] = $placement;
            } elseif ($start->seconds >= $stretch->to->seconds) {
                continue;
            }
            $isTold = $isByRule ? $set->includes($start) : isset($told[$id]);
            if (! $isApart && $placement->start->seconds !== $start->seconds) {
                $extra[] = $placement->start; // sent on to another day

                continue;
            }
            if (! $isTold) {
                $extra[] = $start;
            }
            unset($told[$id]);
        }
        foreach ($told as $start) {
            $except[] = $start;
        }
        foreach ($isByRule ? $changes : [] as $change) {
            if ($change->skipped) {
                $except[] = $series->startOf($change->recurrenceId);
            }
        }

        // What counts from its last finish comes by that alone; and a day that was taken out may be the one that another is sent to.
        $isTaken = array_fill_keys(array_map(fn (LocalDateTime $date): int => $date->seconds, $extra), true);
        $out = array_values(array_filter($series->except, fn (LocalDateTime $date): bool => ! isset($isTaken[$date->seconds])));

        return $series->afterDone
            ? self::plain($series, $extra, $except, $apart)
            : self::plain($series, [...$series->extra, ...$extra], [...$out, ...$except], $apart);
    }

    /**
     * In a form that all readers get right: some lose their place at a date that takes nothing out, take one out only once where it is
     * there twice, and leave out the start where there is no rule.
     *
     * @param  list<LocalDateTime>  $extra
     * @param  list<LocalDateTime>  $except
     * @param  array<string, Placement>  $apart
     */
    private static function plain(Series $series, array $extra, array $except, array $apart): self
    {
        $start = $series->placement->start;
        $rule = $series->afterDone ? null : $series->rule;
        $out = array_fill_keys(array_map(fn (LocalDateTime $date): int => $date->seconds, $except), true);
        $byRule = new RecurrenceSet($start, $rule, zone: $series->placement->zone);
        $extra = array_values(
            array_filter(
                $extra,
                fn (LocalDateTime $date): bool => ! isset($out[$date->seconds]) && ($rule === null || ! $byRule->includes($date)),
            ),
        );

        return new self(
            [...$rule === null ? [$start] : [], ...$extra],
            array_values(array_filter($except, $byRule->includes(...))),
            $apart,
        );
    }

    /**
     * @param  list<Override>  $changes
     * @return iterable<Occurrence>
     */
    private static function changed(Series $series, array $changes, Timeline $timeline): iterable
    {
        foreach ($changes as $change) {
            $one = $timeline->one($series, $change->recurrenceId, $change);
            $isOver = $change->doneAt !== null || $change->letGoAt !== null;
            if ($one !== null && ($isOver || $series->recurrenceSet()->includes($series->startOf($change->recurrenceId)))) {
                yield $one;
            }
        }
    }

    /**
     * @param  list<LocalDateTime>  $starts
     * @return array<string, LocalDateTime>
     */
    private static function byId(Series $series, array $starts): array
    {
        $byId = [];
        foreach ($starts as $start) {
            $byId[$series->recurrenceId($start)] = $start;
        }

        return $byId;
    }

    /** Whether a recurrence id is one that the series can have. */
    public static function names(Series $series, string $id): bool
    {
        try {
            $series->startOf($id);

            return $id !== Series::ONCE;
        } catch (InvalidTime) {
            return false;
        }
    }
}
