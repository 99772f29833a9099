<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;

/** When what was found was last and is next, as the board shows it: where it was moved, sent or rolled on to. */
final readonly class HitDates
{
    /** How far back and ahead an occurrence is looked for, in days, the near ones first. */
    private const REACHES = [40, 400, 4000];

    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /**
     * @param  list<string>  $entryIds
     * @return array<string, array{last: string|null, next: string|null}> by entry
     */
    public function ofEntries(User $user, array $entryIds): array
    {
        $now = $user->wallNow();
        /** @var array<string, string> $last */
        $last = [];
        /** @var array<string, string> $next */
        $next = [];
        $left = $entryIds;
        foreach (self::REACHES as $days) {
            foreach ($left === [] ? [] : $this->scan($user, $left, $now, $days) as $one) {
                $id = $one->entry->id;
                $at = self::text($one);
                if (self::isLast($one, $now)) {
                    $last[$id] = max($last[$id] ?? '', $at);
                }
                if (self::isNext($one, $now)) {
                    $next[$id] = min($next[$id] ?? '9999', $at);
                }
            }
            $left = array_values(array_filter($left, fn (string $id): bool => ! isset($last[$id], $next[$id])));
        }
        $dates = [];
        foreach ($entryIds as $id) {
            $dates[$id] = ['last' => $last[$id] ?? null, 'next' => $next[$id] ?? null];
        }

        return $dates;
    }

    /**
     * Of single occurrences that were changed; what was skipped stands nowhere.
     *
     * @param  array<string, list<string>>  $idsOf  recurrence ids by entry
     * @return array<string, array{at: string, last: bool, next: bool}> by entry and recurrence id: "entry|id"
     */
    public function ofSingles(User $user, array $idsOf): array
    {
        $now = $user->wallNow();
        $dates = [];
        $left = array_map(array_flip(...), $idsOf);
        foreach (self::REACHES as $days) {
            foreach ($left === [] ? [] : $this->scan($user, array_keys($left), $now, $days) as $one) {
                $id = $one->occurrence->recurrenceId;
                if (isset($left[$one->entry->id][$id])) {
                    $dates["{$one->entry->id}|{$id}"] = [
                        'at' => self::text($one),
                        'last' => self::isLast($one, $now),
                        'next' => self::isNext($one, $now),
                    ];
                }
            }
            foreach ($left as $entry => $ids) {
                $left[$entry] = array_filter($ids, fn (string $id): bool => ! isset($dates["{$entry}|{$id}"]), ARRAY_FILTER_USE_KEY);
            }
            $left = array_filter($left);
        }

        return $dates;
    }

    /**
     * @param  list<string>  $entryIds
     * @return iterable<ResolvedOccurrence>
     */
    private function scan(User $user, array $entryIds, LocalDateTime $now, int $days): iterable
    {
        $window = TimeRange::of($now->plusSeconds(-86400 * $days), $now->plusSeconds(86400 * $days));

        return $this->occurrences->ofEach($user, [$window], $entryIds, withLetGo: true);
    }

    private static function isLast(ResolvedOccurrence $one, LocalDateTime $now): bool
    {
        return ! $one->occurrence->isLetGo() && $one->block->seen->from->seconds < $now->seconds;
    }

    /** What is open and not over; what counts from its last finish has one that is open, also when its day is past. */
    private static function isNext(ResolvedOccurrence $one, LocalDateTime $now): bool
    {
        return ! $one->occurrence->isDone() &&
            ! $one->occurrence->isLetGo() &&
            ($one->entry->after_done || $one->block->seen->to->seconds > $now->seconds);
    }

    private static function text(ResolvedOccurrence $one): string
    {
        return $one->block->allDay ? substr((string) $one->block->seen->from, 0, 10) : (string) $one->block->seen->from;
    }
}
