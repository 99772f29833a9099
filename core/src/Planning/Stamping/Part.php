<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Stamping;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\Season;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Recurrence\WeekdayNum;
use PlumRota\Core\Schedule\Breaks;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Zone;

/** One block of a day or a week that is kept to be stamped: on which of its days, at which hour, for how long. */
final readonly class Part
{
    public const MOST_WEEKS = 52;

    /**
     * @param  int  $day  from 0
     * @param  int|null  $at  minute of the day; null on the day's list, or for whole days
     * @param  int  $length  minutes; days where it has no hour
     *
     * @throws InvalidTime
     */
    public function __construct(public int $day, public ?int $at, public int $length)
    {
        if ($day < 0 || $day > 6) {
            throw new InvalidTime('A part lies on one of seven days.');
        }
        if ($at !== null && ($at < 0 || $at > 1439)) {
            throw new InvalidTime('A part begins at a time of the day.');
        }
    }

    /**
     * Where it stands when the template is stamped.
     *
     * @param  LocalDate  $first  the day, or the first day of the week
     *
     * @throws InvalidTime
     */
    public function on(LocalDate $first, Zone $zone): Placement
    {
        $date = $first->plusDays($this->day);

        return $this->at === null
            ? Placement::allDay($date, max(1, $this->length))
            : Placement::timed($date->startOfDay()->plusMinutes($this->at), $this->length, $zone);
    }

    /**
     * The routine that it is when the template is stamped again and again.
     *
     * @param  int  $weeks  from one stamp to the next
     * @param  LocalDate|null  $last  the last day on which it may come
     * @param  Season|null  $season  the part of the year in which alone it comes
     *
     * @throws InvalidTime
     */
    public function every(LocalDate $first, Zone $zone, int $weeks, ?LocalDate $last, ?Season $season): Series
    {
        if ($weeks < 1 || $weeks > self::MOST_WEEKS) {
            throw new InvalidTime('It comes every week, or every so many weeks, up to '.self::MOST_WEEKS.'.');
        }
        $placement = $this->on($first, $zone);
        $rule = new RecurrenceRule(
            Frequency::Weekly,
            interval: $weeks,
            byDay: [WeekdayNum::of($placement->start->date()->weekday())],
        );
        if ($last !== null) {
            $rule = $rule->ending(
                null,
                $placement->allDay ? Until::date($last) : Until::instant($zone->instant($last->plusDays(1)->startOfDay()) - 1),
            );
        }

        return new Series('', $placement, $rule, breaks: $season === null ? null : new Breaks(seasons: [$season]));
    }
}
