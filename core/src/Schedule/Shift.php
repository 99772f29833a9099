<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Recurrence\WeekdayNum;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/**
 * A whole routine moved the way one of its occurrences was: the time of day for all, and the day where the rhythm can
 * follow it.
 */
final readonly class Shift
{
    private const CANNOT_FOLLOW = 'This rhythm cannot follow to another day. Move just this one, or change the rhythm in its sheet.';

    /** A routine that ends after more times than this keeps its COUNT, whichever they are. */
    private const MOST_COUNTED = 2000;

    /**
     * @param  Series  $series  the routine after the move
     * @param  int  $seconds  by how much every occurrence has moved on its own walls
     * @param  int  $days  by how many days more those of one weekday have
     * @param  Weekday|null  $only  that weekday; null for none
     */
    private function __construct(public Series $series, private int $seconds, private int $days, private ?Weekday $only)
    {
    }

    /**
     * What moves to another day is the weekday of the one that was moved, where there are several; the time of day is that of
     * all. Both are meant as the viewer sees them: in another zone the same move may carry all of them over midnight.
     *
     * @param  LocalDateTime  $from  the start that the rule gives the moved occurrence
     * @param  Placement  $to  where that occurrence now stands
     * @param  Zone|null  $viewer  null for one in the zone of the series
     *
     * @throws CannotReschedule
     */
    public static function of(Series $series, LocalDateTime $from, Placement $to, ?Zone $viewer = null): self
    {
        $rule = $series->rule;
        $seconds = $to->start->seconds - $from->seconds;
        if ($rule === null) {
            return new self(new Series($series->id, $to, details: $series->details), $seconds, 0, null);
        }
        $days = $to->start->dayNumber() - $from->dayNumber();
        if ($rule->namesTimes() && $seconds !== $days * 86400) {
            throw new CannotReschedule('This rhythm names its own hours. Change them in its sheet.');
        }
        $hasSeveral = $rule->freq === Frequency::Weekly && count($rule->byDay) > 1;
        $seenDays =
            $viewer === null || $to->allDay || $series->placement->allDay
                ? $days
                : $to->seenFrom($viewer)->from->dayNumber() -
                    $series->placement->startingAt($from)->seenFrom($viewer)->from->dayNumber();
        $only = $hasSeveral && $seenDays !== 0 ? $from->date()->weekday() : null;
        $ownDays = $only === null ? 0 : $seenDays;
        $newRule = match (true) {
            $days === 0 && $only === null => $rule,
            $hasSeveral => self::turned($rule, $days - $ownDays, $only, $ownDays),
            default => self::movedRule($rule, $from->date(), $to->start->date()),
        };
        $shift = new self($series, $seconds - $ownDays * 86400, $ownDays, $only);
        $first = $shift->moment($series->placement->start);
        $start = $to->startingAt($first);
        if ($only !== null) {
            $start = $start->startingAt(LocalDateTime::fromSeconds(min($shift->firstWent($series))));
        }
        $before = $only === null ? [] : $shift->begun($series, new Series($series->id, $start, $newRule));
        [$newRule, $beyond] = $shift->ended($series, new Series($series->id, $start, $newRule));
        $beyond = array_values(array_unique([...array_map(fn (LocalDateTime $one): int => $one->seconds, $beyond), ...$before]));

        return new self(
            new Series(
                $series->id,
                $start,
                $newRule,
                array_map($shift->moment(...), $series->extra),
                [...array_map($shift->moment(...), $series->except), ...array_map(LocalDateTime::fromSeconds(...), $beyond)],
                $series->afterDone,
                $series->breaks,
                $series->details,
            ),
            $shift->seconds,
            $ownDays,
            $only,
        );
    }

    /** Where an instance of the old rhythm went. */
    public function moment(LocalDateTime $old): LocalDateTime
    {
        return $this->everyOne($old)->plusSeconds(
            $this->only !== null && $old->date()->weekday() === $this->only ? $this->days * 86400 : 0,
        );
    }

    /** Where it went by the new time of day alone. */
    private function everyOne(LocalDateTime $old): LocalDateTime
    {
        return $old->plusSeconds($this->seconds);
    }

    /**
     * What the rule would let in at its beginning that it did not have: where the weekday that moved is now the first of its
     * week, others of that week came before the routine began.
     *
     * @return list<int> seconds
     */
    private function begun(Series $old, Series $moved): array
    {
        assert($old->rule !== null && $moved->rule !== null);
        $start = $moved->placement->start;
        $first = (new Series('', $moved->placement, $moved->rule->ending(null, null)))
            ->recurrenceSet()
            ->between($start, $start->plusSeconds(self::round($moved->rule) * 86400));

        $went = $this->firstWent($old);

        return array_values(
            array_filter(
                array_diff(array_map(fn (LocalDateTime $one): int => $one->seconds, $first), $went),
                fn (int $one): bool => $one < max($went),
            ),
        );
    }

    /** @return non-empty-list<int> seconds to which the instances of the first two rounds went */
    private function firstWent(Series $old): array
    {
        $start = $old->placement->start;
        $rule = $old->rule;
        assert($rule !== null);
        $first = (new Series('', $old->placement, $rule))
            ->recurrenceSet()
            ->between($start, $start->plusSeconds(2 * self::round($rule) * 86400));

        return array_map(fn (LocalDateTime $one): int => $this->moment($one)->seconds, [$start, ...$first]);
    }

    /**
     * The end of the rule after the move: it keeps as many occurrences as it had.
     *
     * @param  Series  $moved  with the end that it had
     * @return array{RecurrenceRule, list<LocalDateTime>} and what its new end lets in that it did not have
     */
    private function ended(Series $old, Series $moved): array
    {
        assert($old->rule !== null && $moved->rule !== null);
        [$rule, $newRule] = [$old->rule, $moved->rule];
        $isCounted = $rule->count !== null;
        if (
            (! $isCounted && $rule->until === null) ||
            ($isCounted && ($this->only === null || $rule->count > self::MOST_COUNTED))
        ) {
            return [$newRule, []];
        }
        $set = (new Series('', $old->placement, $rule))->recurrenceSet();
        $last = $rule->until === null ? PHP_INT_MAX : $rule->until->lastSecond($old->placement->zone);
        // A weekday moves within its week: before the last round nothing can be missing or too much. One more is looked at, for
        // what lies at the edge may have moved over it.
        $round = self::round($rule) * 86400;
        $edge = $isCounted ? $old->placement->start->seconds : max($old->placement->start->seconds, $last - 3 * $round);
        $instances = $isCounted
            ? $set->next((int) $rule->count)
            : $set->between(LocalDateTime::fromSeconds($edge), LocalDateTime::fromSeconds($last + 1));
        if ($instances === []) {
            return [
                $newRule->ending(null, self::until($this->everyOne(LocalDateTime::fromSeconds($last)), $moved->placement)),
                [],
            ];
        }
        $went = array_map(fn (LocalDateTime $one): int => $this->moment($one)->seconds, $instances);
        $open = (new Series('', $moved->placement, $newRule->ending(null, null)))->recurrenceSet();
        $now = array_map(
            fn (LocalDateTime $one): int => $one->seconds,
            $open->between(
                LocalDateTime::fromSeconds($edge > $old->placement->start->seconds ? $edge + $round : min($went)),
                LocalDateTime::fromSeconds(max($went) + 1),
            ),
        );
        $beyond = $this->only === null ? [] : array_values(array_diff($now, $went));
        if ($isCounted && $beyond === []) {
            return [$newRule, []];
        }
        $end = LocalDateTime::fromSeconds(max($went));
        $along = $rule->until === null ? $end : $this->everyOne(LocalDateTime::fromSeconds($last));
        // The end goes along with the rest where that lets nothing more in.
        if ($along->seconds > $end->seconds && $open->between($end->plusSeconds(1), $along->plusSeconds(1)) === []) {
            $end = $along;
        }

        $endOfDay = $end->date()->plusDays(1)->startOfDay();
        $staysDate =
            $rule->until?->dateOnly === true && $open->between(LocalDateTime::fromSeconds(max($went) + 1), $endOfDay) === [];

        return [
            $newRule->ending(null, $staysDate ? Until::date($end->date()) : self::until($end, $moved->placement)),
            array_map(LocalDateTime::fromSeconds(...), $beyond),
        ];
    }

    /** Days in which a rule comes round once, at the least: looked back from its end. */
    private static function round(RecurrenceRule $rule): int
    {
        return $rule->interval *
            match ($rule->freq) {
                Frequency::Yearly => 366,
                Frequency::Monthly => 31,
                Frequency::Weekly => 7,
                default => 1,
            };
    }

    /** In the form its DTSTART asks for (RFC 5545 3.3.10). */
    private static function until(LocalDateTime $last, Placement $placement): Until
    {
        return match (true) {
            $placement->allDay => Until::date($last->date()),
            $placement->zone !== null => Until::instant($placement->zone->instant($last)),
            default => Until::wall($last),
        };
    }

    private static function movedRule(RecurrenceRule $rule, LocalDate $from, LocalDate $to): RecurrenceRule
    {
        $plain =
            array_filter($rule->byDay, fn (WeekdayNum $day): bool => $day->nth !== 0) === [] &&
            $rule->bySetPos === [] &&
            $rule->byYearDay === [] &&
            $rule->byWeekNo === [];
        $sameMonth = $from->year === $to->year && $from->month === $to->month;
        if ($rule->freq === Frequency::Weekly && $plain && $rule->byDay !== []) {
            return self::turned($rule, $to->dayNumber() - $from->dayNumber(), null, 0);
        }
        if ($plain && $rule->byDay === [] && $rule->byMonthDay === [$from->day] && $sameMonth) {
            return $rule->onMonthDays([$to->day]);
        }
        $follows =
            $plain &&
            $rule->byDay === [] &&
            $rule->byMonthDay === [] &&
            $rule->byMonth === [] &&
            ($rule->freq === Frequency::Daily || $rule->freq === Frequency::Weekly || ($sameMonth && $to->day <= 28));

        return $follows ? $rule : throw new CannotReschedule(self::CANNOT_FOLLOW);
    }

    /**
     * A rule of weekdays with all of them so many days on, and one of them by some more. The week begins as much later, so that
     * every second week stays the same one.
     *
     * @throws CannotReschedule
     */
    private static function turned(RecurrenceRule $rule, int $days, ?Weekday $only, int $more): RecurrenceRule
    {
        $turn = fn (Weekday $day, int $by): Weekday => Weekday::from((((($day->value - 1 + $by) % 7) + 7) % 7) + 1);
        $start = $turn($rule->weekStart, $days);
        $weekdays = [];
        foreach ($rule->byDay as $day) {
            $to = $turn($day->weekday, $days);
            $place = (($to->value - $start->value + 7) % 7) + ($day->weekday === $only ? $more : 0);
            $to = $turn($to, $day->weekday === $only ? $more : 0);
            if (
                $day->nth !== 0 ||
                $rule->bySetPos !== [] ||
                $rule->byMonth !== [] ||
                isset($weekdays[$to->value]) ||
                $place < 0 ||
                $place > 6
            ) {
                throw new CannotReschedule(self::CANNOT_FOLLOW);
            }
            $weekdays[$to->value] = WeekdayNum::of($to);
        }
        ksort($weekdays);

        return $rule->onWeekdays(
            array_values($weekdays),
            $rule->interval > 1 && count($weekdays) > 1 ? $start : $rule->weekStart,
        );
    }
}
