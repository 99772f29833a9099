<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Models\User;
use App\Reading\EntryRow;
use PlumRota\Core\Planning\Importance;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * Tasks that were left undone on a day or shortly before it and wait to be decided. What rolls on or lapses needs no
 * decision.
 */
final readonly class Leftovers
{
    /** Days looked back from the one that is closed. */
    private const REACH = 14;

    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /** @return list<ResolvedOccurrence> those of the day itself first, musts before the others, then the days before it */
    public function of(User $user, LocalDate $day): array
    {
        return $this->both($user, $day)['left'];
    }

    /**
     * @return array{left: list<ResolvedOccurrence>, byThemselves: list<ResolvedOccurrence>} what waits to be decided; and what of
     *   the day itself was not done and goes its way undecided
     */
    public function both(User $user, LocalDate $day): array
    {
        $open = $this->open($user, $day);

        return [
            'left' => self::held($open),
            'byThemselves' => array_values(
                array_filter(
                    $open,
                    fn (ResolvedOccurrence $one): bool => $one->entry->missed !== Missed::Hold->value &&
                        ($one->block->seen->from->date()->dayNumber() === $day->dayNumber() || $one->occurrence->since !== null),
                ),
            ),
        ];
    }

    /** The days in which something may be left over when a day is closed. */
    public static function window(LocalDate $day): TimeRange
    {
        return TimeRange::days($day->plusDays(1 - self::REACH), self::REACH);
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen  of a stretch that holds that window
     * @return list<ResolvedOccurrence> what is left over of them, as of() has it
     */
    public function among(array $seen, LocalDate $day): array
    {
        return self::held(self::openOf($seen, $day));
    }

    /** @return list<ResolvedOccurrence> */
    private function open(User $user, LocalDate $day): array
    {
        $tasks = $this->occurrences->find($user, self::window($day), fn (EntryRow $entry): bool => $entry->kind === 'task');

        return self::openOf($tasks, $day);
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen
     * @return list<ResolvedOccurrence>
     */
    private static function openOf(array $seen, LocalDate $day): array
    {
        $window = self::window($day);
        $open = array_values(array_filter($seen, fn (ResolvedOccurrence $one): bool => $one->block->isTask && ! $one->block->isDone &&
            $one->block->seen->touches($window) && ($one->block->seen->to->seconds <= $window->to->seconds || ! $one->block->allDay)));
        $order = fn (ResolvedOccurrence $one): array => [
            -$one->block->seen->from->dayNumber(),
            self::weight($one),
            $one->block->seen->from->seconds,
        ];
        usort($open, fn (ResolvedOccurrence $a, ResolvedOccurrence $b): int => $order($a) <=> $order($b));

        return $open;
    }

    /**
     * @param  list<ResolvedOccurrence>  $open
     * @return list<ResolvedOccurrence> those that wait to be decided
     */
    private static function held(array $open): array
    {
        return array_values(array_filter($open, fn (ResolvedOccurrence $one): bool => $one->entry->missed === Missed::Hold->value));
    }

    private static function weight(ResolvedOccurrence $one): int
    {
        return Importance::weight($one->details()->importance);
    }
}
