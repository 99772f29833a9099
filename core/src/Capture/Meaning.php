<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Recurrence\WeekdayNum;
use PlumRota\Core\Reminding\Channel;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;
use PlumRota\Core\Time\Weekday;

/** What the phrases of a line say, put together: where the entry stands, and its rhythm. */
final class Meaning
{
    private const TASK_MINUTES = 30;

    private const EVENT_MINUTES = 60;

    public ?RecurrenceRule $rule = null;

    public bool $afterDone = false;

    public OffDay $offDay = OffDay::Keep;

    public ?ReadDate $date = null;

    /** An instant of its own, as "in two hours" says it. */
    public ?LocalDateTime $at = null;

    /** @var list<Clock> */
    public array $times = [];

    public ?Clock $end = null;

    /** @var 'am'|'pm'|null of the part of the day that a rhythm names */
    public ?string $half = null;

    /** That part is the night, which has the small hours. */
    public bool $isNight = false;

    /** It says that nobody is to be reminded. */
    public bool $isSilent = false;

    public ?int $minutes = null;

    public ?int $days = null;

    /** @var array{int, string}|null a number of units */
    public ?array $lasts = null;

    public ?int $count = null;

    public ?LocalDate $until = null;

    /** @var list<int> */
    public array $months = [];

    /** @var list<Weekday> */
    public array $daysOut = [];

    /** @var list<LocalDate> on which it does not come */
    public array $except = [];

    public ?string $due = null;

    /** Of what it is due the hour alone is said: it is that of the day on which it stands. */
    public bool $isDueThatDay = false;

    public ?LocalDate $notBefore = null;

    public ?Around $around = null;

    public ?string $calendar = null;

    public ?string $importance = null;

    public ?string $effort = null;

    /** @var list<string> */
    public array $labels = [];

    public string $place = '';

    /** @var list<string> */
    public array $steps = [];

    /** @var list<array{title: string, count: int, unit: string, estimate: int|null}> what comes so long before it */
    public array $leadUps = [];

    /** Null where nothing says it. */
    public ?bool $isTask = null;

    /** @var list<array{ReminderWish, list<Channel>}> */
    public array $wishes = [];

    /** @var list<string> sentences about what there is not */
    public array $problems = [];

    /** What it is of is done in the evening. */
    public bool $isEvening = false;

    /** The half of the day was chosen, and it may have been meant otherwise. */
    public ?LocalTime $otherTime = null;

    /** Two days were named, and one is meant. */
    public bool $isUndecided = false;

    /** How often a week it is meant to be done, where not each time it comes. */
    public ?int $aim = null;

    /**
     * @var list<array{int, int, string, string}> what else the words may mean: the bytes that say it, what says the other, and
     *   how that is called
     */
    public array $others = [];

    public function __construct(private readonly Context $context)
    {
    }

    public function problem(?string $sentence): void
    {
        $this->problems[] = $sentence ?? '';
    }

    /** Where it stands; null for what has no place yet. Completes the rhythm on the way. */
    public function placement(): ?Placement
    {
        try {
            $this->inItsWeek();
            $this->completeRule();
            $start = $this->start();
            if ($start === null) {
                $this->rule = null;

                return null;
            }
            [$at, $isTimed] = $start;
            if ($isTimed && $this->days !== null && $this->days > 1 && $this->rule === null) {
                $this->problem("The hour is that of one day, and this lasts {$this->days}: they are taken as whole days.");
                $isTimed = false;
            }
            $this->endRule($at->date());
            if ($this->due !== null && $this->isDueThatDay) {
                $this->due = (string) LocalDateTime::of($at->date(), LocalDateTime::parse($this->due)->time());
            }

            return $isTimed
                ? Placement::timed($at, $this->length(), $this->context->zone)
                : Placement::allDay($at->date(), min(Placement::MOST_DAYS, max(1, $this->days())));
        } catch (InvalidTime|InvalidRule $fault) {
            $this->problem($fault->getMessage());
            $this->rule = null;

            return null;
        }
    }

    /** Something beside it was left that may belong to it: nothing that may be half of what was meant is saved. */
    public function saveLess(): null
    {
        $this->rule = null;
        $this->afterDone = false;
        $this->due = null;
        $this->wishes = [];
        $this->otherTime = null;
        $this->others = $this->isUndecided ? $this->others : [];

        return null;
    }

    /**
     * Reckoned from where it stands, else from when it is due.
     *
     * @return list<Reminder>
     */
    public function reminders(?Placement $place): array
    {
        $moment = fn (string $text): LocalDateTime => LocalDateTime::parse(strlen($text) === 10 ? "{$text}T00:00" : $text);
        $reminders = [];
        foreach ($this->wishes as [$wish, $channels]) {
            try {
                $trigger = $wish->trigger(
                    $place === null ? null : $moment(substr($place->startText(), 0, 16)),
                    $this->due === null ? null : $moment(substr($this->due, 0, 16)),
                );
            } catch (InvalidTime $fault) {
                $this->problem($fault->getMessage());

                continue;
            }
            if ($trigger === null) {
                $this->problem('A reminder comes before what it reminds of: this one comes after it, or there is nothing it could come before.');
            } else {
                $reminders[] = Reminder::of($trigger, $channels);
            }
        }

        return $reminders;
    }

    /** What is only to be reminded of stands where it is reminded of. */
    private function momentOfWish(): ?LocalDateTime
    {
        foreach ($this->wishes as $i => [$wish, $channels]) {
            if ($wish->moment === null && $wish->at !== null && $wish->days === 0) {
                // "Remind me at nine": the next time it is nine.
                $at = LocalDateTime::of($this->context->today(), $this->timeOf($wish->at));
                $wish = new ReminderWish(moment: $at->seconds > $this->context->now->seconds ? $at : $at->plusMinutes(1440));
                $this->wishes[$i] = [$wish, $channels];
            }
            if ($wish->moment !== null) {
                return $wish->moment;
            }
        }

        return null;
    }

    private function days(): int
    {
        if ($this->days !== null || $this->lasts === null || ($this->rule !== null && ! $this->isOfEach())) {
            return $this->days ?? ($this->date->days ?? 1);
        }

        return self::inDays($this->lasts);
    }

    /** @param  array{int, string}  $lasts */
    private static function inDays(array $lasts): int
    {
        return $lasts[0] * ['day' => 1, 'week' => 7, 'month' => 30, 'year' => 365][$lasts[1]];
    }

    /** "Every fourth week for 7 days": so long lasts each of them, since the next comes later than that. */
    private function isOfEach(): bool
    {
        if ($this->rule === null || $this->lasts === null || $this->times !== [] || $this->at !== null || count($this->rule->byDay) > 1) {
            return false;
        }
        $period = match ($this->rule->freq) {
            Frequency::Weekly => 7,
            Frequency::Monthly => 28,
            Frequency::Yearly => 365,
            default => 1,
        };

        return self::inDays($this->lasts) < $this->rule->interval * $period;
    }

    private function length(): int
    {
        if ($this->end !== null && $this->times !== []) {
            $from = $this->timeOf($this->times[0]);
            $to = $this->end->time($this->half());
            $seconds = $to->seconds - $from->seconds;
            // From nine to five, from four to 5.30: the end comes after the beginning, where nothing says which half of the day it is in.
            $isOfEither = $this->end->isOpen || ($this->times[0]->hour <= 12 && ! $this->times[0]->isPadded && ! $this->end->isPadded);
            $seconds += $seconds <= 0 && $seconds > -43200 && $isOfEither && $this->end->half === null && $this->end->hour < 12 ? 43200 : 0;

            return intdiv(($seconds + 86400) % 86400, 60);
        }

        return $this->minutes ?? ($this->isTask ?? true ? self::TASK_MINUTES : self::EVENT_MINUTES);
    }

    /** @return array{LocalDateTime, bool}|null with whether it has hours */
    private function start(): ?array
    {
        if ($this->at !== null) {
            return [$this->at, true];
        }
        $today = $this->context->today();
        if ($this->times === []) {
            if ($this->rule !== null && $this->rule->freq === Frequency::Hourly) {
                return [LocalDateTime::fromSeconds(intdiv($this->context->now->seconds, 3600) * 3600 + 3600), true];
            }
            $isOpen =
                $this->date === null &&
                $this->rule === null &&
                $this->due === null &&
                $this->notBefore === null &&
                $this->around === null;
            $wished = $isOpen ? $this->momentOfWish() : null;
            if ($wished !== null) {
                return [$wished, true];
            }
            if ($this->date === null && $this->rule === null) {
                return null;
            }
            // What comes round and is due stands on the day on which it is due.
            if ($this->date === null && $this->due !== null && ! $this->isDueThatDay) {
                return [$this->firstOfRhythm(LocalDate::parse(substr($this->due, 0, 10))->startOfDay()), false];
            }
            $first = ($this->date->date ?? $today)->startOfDay();

            return [$this->firstOfRhythm($first), false];
        }
        $times = array_map(fn (Clock $clock): int => $this->timeOf($clock)->seconds, $this->times);
        sort($times);
        $now = $this->context->now->time()->seconds;
        $first = $this->date->date ?? $today;
        $isToday = (string) $first === (string) $today;
        $left = array_values(array_filter($times, fn (int $time): bool => ! $isToday || $time > $now));
        if ($left === [] && $this->date === null) {
            [$first, $left] = [$today->plusDays(1), $times];
        }
        $start = LocalDateTime::of($first, $this->ofSeconds($left[0] ?? $times[0]));

        return [$this->firstOfRhythm($start), true];
    }

    /** "The third week of April, Thursday": the Thursday of that week. */
    private function inItsWeek(): void
    {
        if (
            $this->around === null ||
            ! str_contains((string) $this->around, 'W') ||
            $this->date === null ||
            ! $this->date->isLoose ||
            $this->date->date->dayNumber() - $this->context->today()->dayNumber() > 7
        ) {
            return;
        }
        $day = $this->around->first->plusDays($this->date->date->weekday()->value - 1);
        $this->date = $day->isBefore($this->context->today())
            ? $this->date
            : new ReadDate($this->date->to, $day, half: $this->date->half);
    }

    private function firstOfRhythm(LocalDateTime $earliest): LocalDateTime
    {
        return $this->rule === null || $this->afterDone
            ? $earliest
            : RecurrenceSet::firstOnOrAfter($this->rule, $earliest) ?? $earliest;
    }

    /** @return 'am'|'pm'|null */
    private function half(): ?string
    {
        return $this->date->half ?? $this->half;
    }

    /** A bare hour from seven to eleven is the one still to come in the waking hours of today; on another day the morning. */
    private function timeOf(Clock $clock): LocalTime
    {
        $range = $this->rangeHalf($clock);
        if ($range !== null) {
            return (new Clock($clock->to, $clock->hour % 12, $clock->minute, $range, true, $clock->form))->time();
        }
        if ($this->isNight && $clock->half === null && $clock->hour >= 1 && $clock->hour <= 5) {
            return LocalTime::of($clock->hour, $clock->minute);
        }
        $time = $clock->time($this->half());
        // "Daily at 3.15" is in the afternoon, for who sleeps at night; "03:15" is not.
        if (
            in_array($clock->form, ['dotted', 'exact'], true) &&
            $clock->half === null &&
            $this->half() === null &&
            $clock->hour >= 1 &&
            $clock->hour < 6 &&
            $clock->hour * 60 < $this->context->wakes &&
            ! $clock->isPadded
        ) {
            $this->otherTime = $time;

            return $this->ofSeconds($time->seconds + 43200);
        }
        // "Dinner 7:30" is in the evening, as "dinner at 7" is.
        $isEither = $clock->isEither() ||
            ($this->isEvening && $clock->half === null && ! $clock->isPadded && $clock->hour >= 6 && $clock->hour <= 11);
        if (! $isEither || $this->half() !== null || $this->end !== null) {
            return $time;
        }
        if ($this->isEvening) {
            $this->otherTime = $time;

            return $this->ofSeconds($time->seconds + 43200);
        }
        $evening = $this->ofSeconds($time->seconds + 43200);
        $isToday =
            $this->rule === null &&
            (string) ($this->date->date ?? $this->context->today()) === (string) $this->context->today();
        $isEvening =
            $isToday &&
            $time->seconds <= $this->context->now->time()->seconds &&
            $evening->seconds < $this->context->sleeps * 60;
        $this->otherTime = $isEvening ? $time : $evening;

        return $isEvening ? $evening : $time;
    }

    /**
     * From 2 to 4pm: the beginning has the half of the end, unless that would put it after it.
     *
     * @return 'am'|'pm'|null
     */
    private function rangeHalf(Clock $clock): ?string
    {
        if ($this->end === null || $clock->half !== null || $this->end->half !== 'pm' || $clock->hour > 12) {
            return null;
        }
        $hour = $clock->hour % 12;

        return $hour * 60 + $clock->minute < ($this->end->hour % 12) * 60 + $this->end->minute ? 'pm' : 'am';
    }

    private function ofSeconds(int $seconds): LocalTime
    {
        return LocalTime::of(intdiv($seconds, 3600) % 24, intdiv($seconds % 3600, 60));
    }

    private function completeRule(): void
    {
        if (count($this->times) > 1 && $this->rule === null) {
            // Twice on one day is no rhythm of every day.
            $this->rule = new RecurrenceRule(Frequency::Daily, count: $this->date === null ? null : count($this->times));
        }
        if ($this->rule === null && $this->days !== null && $this->days > 1 && $this->times !== [] && $this->end !== null) {
            // From Monday to Friday 8-12: these hours on each of the days.
            $this->rule = new RecurrenceRule(Frequency::Daily, count: $this->days);
        }
        if ($this->rule === null) {
            return;
        }
        $this->rule = $this->spreadOver($this->rule);
        if ($this->daysOut !== []) {
            $this->rule = $this->without($this->rule, $this->daysOut);
        }
        if ($this->months !== [] && $this->isFirstMonth()) {
            $this->date = new ReadDate(0, $this->context->firstOf($this->months[0]));
        } elseif ($this->months !== []) {
            $this->rule = $this->rule->inMonths($this->months);
        }
        // What comes round and is meant about a week begins in it.
        if ($this->around !== null && $this->date === null) {
            $first = $this->around->first->isBefore($this->context->today()) ? $this->context->today() : $this->around->first;
            $this->date = new ReadDate(0, $first);
        }
        if (
            $this->rule->freq === Frequency::Yearly &&
            $this->rule->byMonth !== [] &&
            $this->rule->byDay === [] &&
            $this->rule->byMonthDay === [] &&
            $this->date === null
        ) {
            $this->rule = $this->rule->onMonthDays([1]); // once a year in October: on its first day
        }
        if (count($this->times) > 1) {
            $hours = array_map(fn (Clock $clock): int => $this->timeOf($clock)->hour(), $this->times);
            sort($hours);
            $this->rule = $this->rule->atHours(array_values(array_unique($hours)));
        }
        if ($this->rule->freq === Frequency::Yearly && $this->date?->moving !== null && $this->rule->byDay === []) {
            // No rule of RFC 5545 says it.
            $this->problem(ucfirst($this->date->moving).' is on another date each year, and no rhythm says it: this is the next one alone.');
            $this->rule = null;

            return;
        }
        if (
            $this->rule->freq === Frequency::Yearly &&
            $this->date !== null &&
            ! $this->date->isLoose &&
            $this->rule->byMonth === [] &&
            $this->rule->byDay === [] &&
            $this->rule->byMonthDay === []
        ) {
            $this->rule = $this->rule->inMonths([$this->date->date->month])->onMonthDays([$this->date->date->day]);
        }
    }

    /** "Every six months, in February": the month in which it begins. */
    private function isFirstMonth(): bool
    {
        return count($this->months) === 1 &&
            $this->date === null &&
            $this->rule?->freq === Frequency::Monthly &&
            $this->rule->interval > 1;
    }

    /** "Every two hours from 8 to 20" is so often on each day. */
    private function spreadOver(RecurrenceRule $rule): RecurrenceRule
    {
        if ($rule->freq !== Frequency::Hourly || $this->end === null || count($this->times) !== 1) {
            return $rule;
        }
        $from = $this->timeOf($this->times[0]);
        $to = $from->hour() + intdiv($this->length(), 60);
        if ($to > 23 || $rule->interval > $to - $from->hour()) {
            return $rule;
        }
        $this->times = array_map(
            fn (int $hour): Clock => new Clock(0, $hour, $from->minute(), null, false, 'exact', isPadded: true),
            range($from->hour(), $to, $rule->interval),
        );
        $this->end = null;
        $this->isTask = null;

        return new RecurrenceRule(Frequency::Daily);
    }

    /** @param  list<Weekday>  $out */
    private function without(RecurrenceRule $rule, array $out): RecurrenceRule
    {
        $has = $rule->byDay === [] ? Weekday::cases() : array_map(fn (WeekdayNum $day): Weekday => $day->weekday, $rule->byDay);
        $left = array_values(array_filter($has, fn (Weekday $day): bool => ! in_array($day, $out, true)));
        $days = array_map(fn (Weekday $day): WeekdayNum => WeekdayNum::of($day), $left === [] ? $has : $left);

        return $rule->freq === Frequency::Daily && $rule->interval === 1
            ? new RecurrenceRule(Frequency::Weekly, byDay: $days)
            : $rule->onWeekdays($days);
    }

    private function endRule(LocalDate $start): void
    {
        if ($this->rule === null) {
            return;
        }
        if ($this->count !== null) {
            $this->rule = $this->rule->ending($this->count, null);
        } elseif ($this->until !== null) {
            $this->rule = $this->rule->ending(null, Until::date($this->until));
        } elseif ($this->lasts !== null && ! $this->isOfEach()) {
            [$number, $unit] = $this->lasts;
            $index = $start->year * 12 + $start->month - 1 + $number * ($unit === 'year' ? 12 : 1);
            $last = match ($unit) {
                'day' => $start->plusDays($number),
                'week' => $start->plusDays(7 * $number),
                default => LocalDate::of(intdiv($index, 12), ($index % 12) + 1, min(28, $start->day))->plusDays(
                    max(0, $start->day - 28),
                ),
            };
            $this->rule = $this->rule->ending(null, Until::date($last->plusDays(-1)));
        }
    }
}
