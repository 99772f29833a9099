<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\LocalDateTime;

/** A rhythm that counts from the day the last one was finished: only one is ever open. */
final readonly class AfterDone
{
    public function __construct(private LocalDateTime $start, private RecurrenceRule $rule)
    {
    }

    /**
     * When the next one is wanted, given the wall times of the finishes so far, in any order.
     *
     * The interval is counted from the day of the last finish, at the hour of the start. A month after 31 January is the last
     * day of February: it is the time in between that matters, not the number of the day.
     *
     * @param  list<LocalDateTime>  $finishes
     * @param  list<LocalDateTime>  $finished  the starts that were finished: one that was done ahead of its day is not wanted again
     * @return LocalDateTime|null null when the rule has come to its end
     */
    public function open(array $finishes, array $finished = []): ?LocalDateTime
    {
        if ($finishes === []) {
            return $this->start;
        }
        if ($this->rule->count !== null && count($finishes) >= $this->rule->count) {
            return null;
        }
        $last = max(array_map(fn (LocalDateTime $finish): int => $finish->dayNumber(), $finishes));
        $from = LocalDateTime::fromSeconds($last * 86400 + $this->start->seconds - $this->start->dayNumber() * 86400);
        $set = new RecurrenceSet($from, $this->rule->ending(null, $this->rule->until)->onLastDayOfShorterMonths());

        $taken = array_map(fn (LocalDateTime $start): int => $start->seconds, $finished);
        foreach ($set->next(count($taken) + 1, $from->plusSeconds(1)) as $next) {
            if (! in_array($next->seconds, $taken, true)) {
                return $next;
            }
        }

        return null;
    }
}
