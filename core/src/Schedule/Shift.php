<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\WeekdayNum;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;

/**
 * A whole routine moved the way one of its occurrences was: the time of day for all, and the day where the rhythm can
 * follow it.
 */
final readonly class Shift
{
    /**
     * @param  Series  $series  the routine after the move
     * @param  int  $days  by how many days the occurrences that moved have moved
     * @param  int  $seconds  by how much the time of day has changed
     * @param  Weekday|null  $only  the one weekday whose occurrences changed their day; null for all
     */
    private function __construct(public Series $series, private int $days, private int $seconds, private ?Weekday $only)
    {
    }

    /**
     * @param  LocalDateTime  $from  the start that the rule gives the moved occurrence
     * @param  Placement  $to  where that occurrence now stands
     *
     * @throws CannotReschedule
     */
    public static function of(Series $series, LocalDateTime $from, Placement $to): self
    {
        $rule = $series->rule;
        $days = $to->start->dayNumber() - $from->dayNumber();
        $seconds = $to->start->seconds - $from->seconds - $days * 86400;
        if ($rule === null) {
            return new self(new Series($series->id, $to), $days, $seconds, null);
        }
        if ($rule->namesTimes() && $seconds !== 0) {
            throw new CannotReschedule('This rhythm names its own hours. Change them in its sheet.');
        }
        $only = $days !== 0 && count($rule->byDay) > 1 ? $from->date()->weekday() : null;
        $newRule = $days === 0 ? $rule : self::movedRule($rule, $from->date(), $to->start->date());
        $first = $series->placement->start;
        $moves = $only === null || $first->date()->weekday() === $only;
        $start = $to->startingAt(LocalDateTime::fromSeconds(
            ($first->dayNumber() + ($moves ? $days : 0)) * 86400 + $to->start->seconds - $to->start->dayNumber() * 86400,
        ));
        $shift = new self(new Series($series->id, $start, $newRule), $days, $seconds, $only);
        $shifted = fn (LocalDateTime $date): LocalDateTime => $shift->moment($date);

        return new self(
            new Series($series->id, $only === null ? $start : self::aligned($start, $first, $newRule), $newRule, array_map($shifted, $series->extra),
                array_map($shifted, $series->except), $series->afterDone, $series->breaks, $series->details),
            $days, $seconds, $only,
        );
    }

    /** Where an instance of the old rhythm went. */
    public function moment(LocalDateTime $old): LocalDateTime
    {
        $moves = $this->only === null || $old->date()->weekday() === $this->only;

        return $old->plusSeconds(($moves ? $this->days * 86400 : 0) + $this->seconds);
    }

    private static function movedRule(RecurrenceRule $rule, LocalDate $from, LocalDate $to): RecurrenceRule
    {
        $sentence = 'This rhythm cannot follow to another day. Move just this one, or change the rhythm in its sheet.';
        $plain = array_filter($rule->byDay, fn (WeekdayNum $day): bool => $day->nth !== 0) === []
            && $rule->bySetPos === [] && $rule->byYearDay === [] && $rule->byWeekNo === [];
        $sameMonth = $from->year === $to->year && $from->month === $to->month;
        if ($rule->freq === Frequency::Weekly && $plain && $rule->byDay !== []) {
            return self::movedWeekday($rule, $from, $to) ?? throw new CannotReschedule($sentence);
        }
        if ($plain && $rule->byDay === [] && $rule->byMonthDay === [$from->day] && $sameMonth) {
            return $rule->onMonthDays([$to->day]);
        }
        $follows = $plain && $rule->byDay === [] && $rule->byMonthDay === [] && $rule->byMonth === []
            && ($rule->freq === Frequency::Daily || $rule->freq === Frequency::Weekly || ($sameMonth && $to->day <= 28));

        return $follows ? $rule : throw new CannotReschedule($sentence);
    }

    private static function movedWeekday(RecurrenceRule $rule, LocalDate $from, LocalDate $to): ?RecurrenceRule
    {
        $several = count($rule->byDay) > 1;
        $sameWeek = (string) $from->startOfWeek($rule->weekStart) === (string) $to->startOfWeek($rule->weekStart);
        $stays = array_filter($rule->byDay, fn (WeekdayNum $day): bool => $day->weekday !== $from->weekday());
        $taken = array_filter($stays, fn (WeekdayNum $day): bool => $day->weekday === $to->weekday());
        if ($taken !== [] || ($several && ! $sameWeek)) {
            return null;
        }
        $weekdays = [...$stays, WeekdayNum::of($to->weekday())];
        usort($weekdays, fn (WeekdayNum $a, WeekdayNum $b): int => $a->weekday->value <=> $b->weekday->value);

        return $rule->onWeekdays($weekdays);
    }

    /** Among several weekdays the start becomes the first that is left in its week, in step with the interval. */
    private static function aligned(Placement $start, LocalDateTime $first, RecurrenceRule $rule): Placement
    {
        $earliest = LocalDateTime::fromSeconds(min($start->start->seconds, $first->seconds));
        $before = $start->start->date()->startOfWeek($rule->weekStart)->plusDays(-7 * $rule->interval);
        $probe = new Series('', $start->startingAt(LocalDateTime::of($before, $start->start->time())), $rule->ending(null, null));

        return $start->startingAt($probe->recurrenceSet()->next(1, $earliest)[0] ?? $start->start);
    }
}
