<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;

/** Where a task stands that leads up to a deadline, to an event, or to each occurrence of a routine. */
final class LeadUp
{
    /**
     * The day of what leads up to something that happens once.
     *
     * @param  string|null  $due  of the anchor, which is what is counted back from where there is one
     * @return LocalDate|null null where the anchor has no date at all
     */
    public static function day(?Series $anchor, ?string $due, Lead $lead, DayMarks $marks): ?LocalDate
    {
        $date = $due !== null ? Due::parse($due)->day() : $anchor?->placement->start->date();

        return $date === null ? null : LocalDate::fromDayNumber($lead->before($date->dayNumber(), $marks));
    }

    /**
     * The routine of what leads up to each occurrence of another: its rhythm, on whole days, with a lead. Its recurrence ids are the days
     * on which the rule of the anchor puts that.
     *
     * @throws CannotReschedule where the days of the anchor are not known before they come, or several fall on one
     */
    public static function series(Series $anchor, Lead $lead): Series
    {
        if ($anchor->afterDone) {
            throw new CannotReschedule(
                'What counts from when it was last done has no dates yet that something could lead up to.',
            );
        }
        if ($anchor->namesTimes()) {
            throw new CannotReschedule('Something can lead up to what comes once a day at most.');
        }
        $rule = $anchor->rule;
        if ($rule?->until !== null && ! $rule->until->dateOnly) {
            $last = LocalDateTime::fromSeconds($rule->until->lastSecond($anchor->placement->zone));
            // The last day on which an occurrence may begin at its hour.
            $isReached = $last->seconds % 86400 >= $anchor->placement->start->seconds % 86400;
            $rule = $rule->ending(null, Until::date($last->date()->plusDays($isReached ? 0 : -1)));
        }
        $day = fn (LocalDateTime $date): LocalDateTime => $date->date()->startOfDay();
        $due = $anchor->details->due;
        $shift = $due === null ? 0 : Due::parse($due)->day()->dayNumber() - $anchor->placement->start->dayNumber();

        return new Series(
            $anchor->id,
            Placement::allDay($anchor->placement->start->date()),
            $rule,
            array_map($day, $anchor->extra),
            array_map($day, $anchor->except),
            breaks: new Breaks(
                $anchor->breaks->offDay ?? OffDay::Keep,
                $anchor->breaks->seasons ?? [],
                $anchor->breaks->pauses ?? [],
                new Lead($lead->count, $lead->unit, $shift),
            ),
        );
    }

    /**
     * How many days before its date each of some steps stands, so that they lie evenly between today and it: the first soonest, none on
     * today, none on the date.
     *
     * @return list<int>
     */
    public static function spread(int $steps, LocalDate $today, LocalDate $date): array
    {
        $days = max(0, $date->dayNumber() - $today->dayNumber());
        $before = [];
        for ($i = 1; $i <= $steps; $i++) {
            $before[] = min(Lead::MOST['days'], $days - intdiv($i * $days, $steps + 1));
        }

        return $before;
    }
}
