<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Models\User;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** Which time of a routine is meant where one says only that it was done. */
final readonly class OpenOccurrence
{
    /** In days, how far it is looked for, the near ones first. */
    private const REACHES = [40, 400];

    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /**
     * The latest that is open on a day or before it, else the first after it.
     *
     * @return string|null its recurrence id; null where nothing of it is open
     */
    public function of(User $user, string $entryId, LocalDate $day): ?string
    {
        foreach (self::REACHES as $days) {
            $window = TimeRange::of($day->plusDays(-$days)->startOfDay(), $day->plusDays($days)->startOfDay());
            $before = $after = null;
            foreach ($this->occurrences->ofEach($user, [$window], [$entryId]) as $one) {
                if ($one->occurrence->isDone() || $one->occurrence->isLetGo()) {
                    continue;
                }
                $from = $one->block->seen->from;
                if ($day->isBefore($from->date())) {
                    $after = $after === null || $from->seconds < $after[0] ? [$from->seconds, $one->occurrence->recurrenceId] : $after;
                } else {
                    $before = $before === null || $from->seconds > $before[0] ? [$from->seconds, $one->occurrence->recurrenceId] : $before;
                }
            }
            if (($before ?? $after) !== null) {
                return ($before ?? $after)[1];
            }
        }

        return null;
    }
}
