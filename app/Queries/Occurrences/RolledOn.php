<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Access\Visible;
use App\Journal\Journal;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Reading\EntryRow;
use App\Reading\EntryRows;
use App\Reading\OverrideRow;
use App\Reading\OverrideRows;
use App\Reading\RoutineHalves;
use PlumRota\Core\Planning\CarryOver;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Zone;

/**
 * Which occurrence of a rolling task stands on today instead of its own day: its latest one before today, where that was not
 * done. Rows of a few days are read for all, of more days only for those that had none in them, so that nothing depends on how
 * long a routine has been kept. One of these a request: what it has found it keeps, until something is changed.
 */
final class RolledOn
{
    /** @var array<string, array{missed: Occurrence, rows: list<OverrideRow>}|null> by entry */
    private array $known = [];

    /** What was found is good for this revision of this account on this day. */
    private string $goodFor = '';

    public function __construct(
        private readonly DaysOff $daysOff,
        private readonly RoutineHalves $halves,
        private readonly EntryRows $entries,
        private readonly OverrideRows $overrides,
        private readonly Journal $journal,
    ) {
    }

    public function of(User $user, Entry $entry): ?Occurrence
    {
        return $this->ofAll($user, $this->entries->named(Visible::to($user), [$entry->id]), $user->wallNow()->date())[$entry->id][
            'missed'
        ] ?? null;
    }

    /**
     * @param  array<string, EntryRow>  $entries  by id
     * @return array<string, array{missed: Occurrence, rows: list<OverrideRow>}> by entry: the one that was missed as it stands on
     *   its own day, and the rows that it follows from
     */
    public function ofAll(User $user, array $entries, LocalDate $today): array
    {
        $this->forgetIfChanged($user, $today);
        $rolling = array_filter(
            $entries,
            fn (EntryRow $entry): bool => $entry->missed === Missed::Roll->value && $entry->kind === 'task',
        );
        $this->find($user, array_diff_key($rolling, $this->known), $today);

        return array_filter(array_intersect_key($this->known, $rolling));
    }

    private function forgetIfChanged(User $user, LocalDate $today): void
    {
        $this->halves->forget();
        $is = $this->journal->isOpen() ? '' : "{$user->id}|{$today}|".Visible::to($user)->revision();
        if ($is === '' || $is !== $this->goodFor) {
            $this->known = [];
        }
        $this->goodFor = $is;
    }

    /** @param  array<string, EntryRow>  $rolling  not known yet */
    private function find(User $user, array $rolling, LocalDate $today): void
    {
        $carryOver = new CarryOver(new Timeline($user->timeZone(), $this->daysOff->marks($user)), $today);
        $open = $looks = [];
        foreach ($rolling as $id => $entry) {
            $this->known[$id] = null;
            $series = $this->series($user, $entry, $today);
            if ($series !== null) {
                $open[$id] = $series;
                $looks[$id] = $carryOver->looks($series);
            }
        }
        foreach (CarryOver::LOOKS as $look) {
            $asked = array_filter($open, fn (Series $series): bool => $looks[$series->id][0] <= $look || ! $series->isRoutine());
            if ($asked === []) {
                continue;
            }
            $near = $this->overrides->near(
                Visible::to($user),
                array_intersect_key($rolling, $asked),
                (string) $today->plusDays(-$look - Zone::FURTHEST_DAYS),
                (string) $today->plusDays(Zone::FURTHEST_DAYS),
                isAll: false,
            );
            foreach ($asked as $id => $series) {
                $latest = $this->latest($carryOver, $series, $near[$id] ?? [], $series->isRoutine() ? $look : $looks[$id][0]);
                if ($latest !== null || ! $series->isRoutine()) {
                    unset($open[$id]);
                }
                if ($latest !== null && $carryOver->isMissed($latest)) {
                    $this->known[$id] = ['missed' => $latest, 'rows' => $near[$id] ?? []];
                }
            }
        }
    }

    /**
     * Null where it cannot be read, which is said where it is shown; and where the next half of a routine that was cut has come:
     * then what was missed of this one is missed for good.
     */
    private function series(User $user, EntryRow $entry, LocalDate $today): ?Series
    {
        $followedOn = $this->halves->followedOn($user, $entry->id);
        try {
            return $followedOn !== null && $followedOn <= (string) $today ? null : SeriesOf::entry($entry);
        } catch (InvalidTime|InvalidRule) {
            return null;
        }
    }

    /** @param  list<OverrideRow>  $rows */
    private function latest(CarryOver $carryOver, Series $series, array $rows, int $days): ?Occurrence
    {
        try {
            return $carryOver->latest($series, array_map(SeriesOf::override(...), $rows), $days);
        } catch (InvalidTime|InvalidRule) {
            return null;
        }
    }
}
