<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Time\LocalDateTime;

/** A routine cut in two at one of its recurrence ids: what came before keeps its identity, the rest begins anew. */
final readonly class Split
{
    /** Further than this from a cut, wall times come in the order of their instants; clocks change by a day at the most. */
    private const CLOCKS = 2 * 86400;

    /**
     * @param  Series|null  $head  null when nothing lies before the cut
     * @param  Series  $tail  begins at the cut, under the id of the head
     */
    private function __construct(public ?Series $head, public Series $tail)
    {
    }

    /** @throws CannotReschedule when the series has no rule to cut or the moment is not one of its instances */
    public static function at(Series $series, LocalDateTime $cut): self
    {
        $rule = $series->rule;
        if ($rule === null || $series->afterDone) {
            throw new CannotReschedule('This entry has no rhythm that could change from here on.');
        }
        $uncut = new Series($series->id, $series->placement, $rule, $series->extra, [], false);
        if (! $uncut->recurrenceSet()->includes($cut)) {
            throw new CannotReschedule('The routine does not come round at that moment any more.');
        }
        $before = 0;
        if ($rule->count !== null) {
            $counted = new Series($series->id, $series->placement, $rule);
            foreach ($counted->recurrenceSet()->between($series->placement->start, $cut) as $_) {
                $before++;
            }
        }
        $isAfter = fn (LocalDateTime $date): bool => $date->seconds >= $cut->seconds;
        $isBefore = fn (LocalDateTime $date): bool => ! $isAfter($date);
        $tailRule = self::pinned($rule, $series->placement->start, $cut);
        // The rule counts its periods from its first instance, which a date besides the rule is not.
        $first = (new Series($series->id, $series->placement, $rule))->recurrenceSet()->next(1, $cut)[0] ?? $cut;
        $tail = new Series(
            $series->id,
            $series->placement->startingAt($first),
            $rule->count === null ? $tailRule : $tailRule->ending(max(1, $rule->count - $before), null),
            array_values(array_filter($series->extra, $isAfter)),
            array_values(array_filter($series->except, $isAfter)),
            breaks: $series->breaks,
            details: $series->details,
        );
        if ($cut->seconds <= $series->placement->start->seconds) {
            return new self(null, $tail);
        }
        [$until, $late] = self::before($uncut, $cut);
        $head = new Series(
            $series->id,
            $series->placement,
            $rule->count === null ? $rule->ending(null, $until) : $rule->ending($before, null),
            array_values(array_filter($series->extra, $isBefore)),
            [...array_filter($series->except, $isBefore), ...$rule->count === null ? $late : []],
            breaks: $series->breaks,
            details: $series->details,
        );

        return new self($head, $tail);
    }

    /**
     * Where the tail begins when its hours or its rhythm are changed with the cut. What comes several times a day begins with
     * the one that takes the place of the cut, or after the last one of the head: none is doubled, none left out.
     *
     * @param  Series  $old  before the cut
     * @param  Series  $wished  its first occurrence stands for the day of the cut
     */
    public static function startOfTail(Series $old, LocalDateTime $cut, Series $wished): LocalDateTime
    {
        $ofDay = fn (LocalDateTime $one): int => $one->seconds - $one->date()->startOfDay()->seconds;
        $day = $cut->date()->startOfDay();
        $hour = $day->plusSeconds($ofDay($wished->placement->start));
        if (! $old->namesTimes() && ! $wished->namesTimes()) {
            return $hour;
        }
        $earlier = $old->recurrenceSet()->between($day, $cut);
        $earliest = $earlier === [] ? $day : $earlier[count($earlier) - 1]->plusSeconds(1);
        if ($wished->rule === null || ! $wished->namesTimes()) {
            return $hour->seconds >= $earliest->seconds ? $hour : $hour->plusSeconds(86400);
        }
        if ($wished->rule->freq->isWithinDay()) {
            $shifted = $cut->plusSeconds($ofDay($wished->placement->start) - $ofDay($old->placement->start));

            return (new Series('', $wished->placement->startingAt($shifted), $wished->rule->ending(null, null)))
                ->recurrenceSet()
                ->next(1, $earliest)[0] ?? $cut;
        }
        // From the day before on, so that the minutes and seconds are those of the start; which days the interval leaves out
        // plays no part in the first one.
        $probe = (new Series(
            '',
            $wished->placement->startingAt($hour->plusSeconds(-86400)),
            $wished->rule->ending(null, null)->everyTime(),
        ))->recurrenceSet();
        $ofDayNow = $probe->between($day, $day->plusSeconds(86400));
        $asMany = count($ofDayNow) === count($old->recurrenceSet()->between($day, $day->plusSeconds(86400)));

        return $asMany ? $ofDayNow[count($earlier)] : $probe->next(1, $earliest)[0] ?? $cut;
    }

    /**
     * UNTIL just before a cut, in the form its DTSTART asks for (RFC 5545 3.3.10).
     *
     * Where clocks go forward, wall times from the cut on may be earlier instants than some before it: an UNTIL that leaves
     * the ones before it in does not keep those out, and they become exceptions of the head.
     *
     * @return array{Until, list<LocalDateTime>} and what it lets in from the cut on
     */
    private static function before(Series $uncut, LocalDateTime $cut): array
    {
        $zone = $uncut->placement->zone;
        if ($uncut->placement->allDay || $zone === null) {
            return [$uncut->placement->allDay ? Until::date($cut->date()->plusDays(-1)) : Until::wall($cut->plusSeconds(-1)), []];
        }
        $set = $uncut->recurrenceSet();
        $instant = fn (LocalDateTime $one): int => $zone->instant($one);
        $before = array_map($instant, $zone->isSteady($cut, $cut) ? [] : $set->between($cut->plusSeconds(-self::CLOCKS), $cut));
        $after = $zone->isSteady($cut, $cut) ? [$cut] : $set->between($cut, $cut->plusSeconds(self::CLOCKS));
        $last = max([min(array_map($instant, [$cut, ...$after])) - 1, ...$before]);

        return [
            Until::instant($last),
            array_values(array_filter($after, fn (LocalDateTime $one): bool => $instant($one) <= $last)),
        ];
    }

    /** What the rule took silently from its start must not change with the new one: the 31st, or 29 February. */
    private static function pinned(RecurrenceRule $rule, LocalDateTime $start, LocalDateTime $cut): RecurrenceRule
    {
        $date = $start->date();
        $choosesDays = $rule->byDay !== [] || $rule->byMonthDay !== [] || $rule->byYearDay !== [] || $rule->byWeekNo !== [];
        if (
            $choosesDays ||
            $date->day === $cut->date()->day ||
            ! in_array($rule->freq, [Frequency::Monthly, Frequency::Yearly], true)
        ) {
            return $rule;
        }
        $pinned = $rule->onMonthDays([$date->day]);

        return $rule->freq === Frequency::Yearly && $rule->byMonth === [] ? $pinned->inMonths([$date->month]) : $pinned;
    }
}
