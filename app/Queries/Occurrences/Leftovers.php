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
            'left' => array_values(
                array_filter($open, fn (ResolvedOccurrence $one): bool => $one->entry->missed === Missed::Hold->value),
            ),
            'byThemselves' => array_values(
                array_filter(
                    $open,
                    fn (ResolvedOccurrence $one): bool => $one->entry->missed !== Missed::Hold->value &&
                        ($one->block->seen->from->date()->dayNumber() === $day->dayNumber() || $one->occurrence->since !== null),
                ),
            ),
        ];
    }

    /** @return list<ResolvedOccurrence> */
    private function open(User $user, LocalDate $day): array
    {
        $after = $day->plusDays(1)->startOfDay()->seconds;
        $open = array_filter(
            $this->occurrences->find(
                $user,
                TimeRange::days($day->plusDays(1 - self::REACH), self::REACH),
                fn (EntryRow $entry): bool => $entry->kind === 'task',
            ),
            fn (ResolvedOccurrence $one): bool => $one->block->isTask &&
                ! $one->block->isDone &&
                ($one->block->seen->to->seconds <= $after || ! $one->block->allDay),
        );
        usort(
            $open,
            fn (ResolvedOccurrence $a, ResolvedOccurrence $b): int => [
                $b->block->seen->from->dayNumber(),
                self::weight($a),
                $a->block->seen->from->seconds,
            ] <=> [$a->block->seen->from->dayNumber(), self::weight($b), $b->block->seen->from->seconds],
        );

        return $open;
    }

    private static function weight(ResolvedOccurrence $one): int
    {
        return Importance::weight($one->details()->importance);
    }
}
