<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Reading\TimingRows;
use Carbon\CarbonImmutable;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Planning\LoadOfDays;
use PlumRota\Core\Planning\Stint;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Tally\Counted;
use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Tally\DayCount;
use PlumRota\Core\Tally\Outcome;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** The lines of a stretch, computed anew from what stands in it and what was timed in it. */
final readonly class LiveLines
{
    public function __construct(private OccurrencesBetween $occurrences, private TimingRows $timings)
    {
    }

    /**
     * @param  bool  $rolls  whether what has rolled on counts on today; else where it was missed
     */
    public function over(User $user, LocalDate $from, int $days, bool $rolls = true): CountedStretch
    {
        $stretch = TimeRange::days($from, $days);
        $zone = $user->timeZone();
        $now = $user->wallNow();
        $instant = CarbonImmutable::now()->getTimestamp();
        $worked = $this->worked($user, $stretch);
        $everTimed = $this->timings->occurrences(Visible::to($user));
        $load = new LoadOfDays($from, $days);
        /** @var array<int, array{Details, Counted}> $known  with what they are made of, so that no number stands for two */
        $known = [];
        $lines = [];
        $busy = $rolls ? [] : array_fill(0, $days, '');
        foreach ($this->occurrences->ofEach($user, [$stretch], withLetGo: true, rolls: $rolls) as $one) {
            $block = $one->block;
            $isLetGo = $one->occurrence->isLetGo();
            $isForDays = $block->allDay && ! $block->isTask;
            if (! $isLetGo) {
                $load->add($block);
                self::fill($busy, $from, $block);
            }
            $stints = $worked[$block->key] ?? [];
            unset($worked[$block->key]);
            if ($isForDays && $stints === []) {
                continue;
            }
            $details = $one->details();
            $entry = $one->entry;
            $counted = ($known[spl_object_id($details)] ??= [
                $details,
                new Counted(
                    $entry->id,
                    $details->title,
                    $entry->title,
                    $details->calendar_id,
                    $one->areaId,
                    $block->isTask,
                    $entry->isRoutine(),
                    $details->importance,
                    $details->effort,
                    $details->labels,
                    ($one->change->fields ?? []) !== [],
                ),
            ])[1];
            $outcome = Outcome::of($one->occurrence, $zone, $now, $one->change->put_off ?? 0, $entry->after_done);
            $seen = $block->seen;
            $first = intdiv($seen->from->seconds, 86400);
            foreach (
                DayCount::of(
                    $stretch,
                    $isLetGo || $isForDays ? null : $block,
                    $stints,
                    isset($everTimed[$block->key]),
                    $now,
                    $instant,
                    $zone,
                ) as $count
            ) {
                // What became of it is said where it stands; where it was only worked on, the line is the same seen from anywhere.
                $stands =
                    ! $isLetGo &&
                    ! $isForDays &&
                    $count->from >= $seen->from->seconds &&
                    $count->from < max($seen->to->seconds, $seen->from->seconds + 1);
                $lines[] = new CountedLine(
                    $counted,
                    $one->occurrence->recurrenceId,
                    $count,
                    $stands ? $outcome : Outcome::ofWork($one->occurrence->change?->doneAt),
                    $stands && intdiv($count->from, 86400) === $first,
                    $stands ? $one->change->put_off ?? 0 : 0,
                    $stands ? $one->change?->measured : null,
                );
            }
            if ($isLetGo && ! $isForDays && $block->seen->from->seconds >= $stretch->from->seconds) {
                $at = $block->seen->from->seconds;
                $lines[] = new CountedLine(
                    $counted,
                    $one->occurrence->recurrenceId,
                    new DayCount($at, $at, 0, 0, 0),
                    $outcome,
                    true,
                    $one->change->put_off ?? 0,
                );
            }
        }
        foreach ($this->occurrences->reaching($user, $stretch) as $block) {
            $load->add($block);
            self::fill($busy, $from, $block);
        }
        $loads = $load->loads(array_fill(0, $days, 0));

        return new CountedStretch(
            $from,
            $days,
            [...$lines, ...$this->elsewhere($user, $stretch, $worked)],
            array_map(fn (DayLoad $one): int => $one->placed, $loads),
            array_map(fn (DayLoad $one): int => $one->listed, $loads),
            array_values($busy),
        );
    }

    /**
     * Notes when a block fills days, with what is kept before and after it.
     *
     * @param  array<int, string>  $busy  by day, as in CountedStretch; nothing is noted where there are none
     */
    private static function fill(array &$busy, LocalDate $first, Block $block): void
    {
        if ($busy === [] || $block->allDay || ! $block->isBusy) {
            return;
        }
        $start = $first->dayNumber() * 86400;
        $from = max(0, $block->seen->from->seconds - $block->travel * 60 - $start);
        $to = min(count($busy) * 86400, $block->seen->to->seconds + $block->margin * 60 - $start);
        while ($from < $to) {
            $day = intdiv($from, 86400);
            $end = min($to, ($day + 1) * 86400);
            $busy[$day] .= sprintf(
                '%s%d,%d,%s',
                $busy[$day] === '' ? '' : ';',
                $from - $day * 86400,
                $end - $day * 86400,
                $block->key,
            );
            $from = $end;
        }
    }

    /** @return array<string, list<Stint>> what was timed within the stretch, by occurrence */
    private function worked(User $user, TimeRange $stretch): array
    {
        $zone = $user->timeZone();
        $found = [];
        $rows = $user
            ->timings()
            ->where('started_at', '<', $zone->instant($stretch->to))
            ->where(fn ($all) => $all->whereNull('ended_at')->orWhere('ended_at', '>', $zone->instant($stretch->from)))
            ->orderBy('started_at')
            ->get();
        foreach ($rows as $one) {
            $found["{$one->entry_id}|{$one->recurrence_id}"][] = $one->stint();
        }

        return $found;
    }

    /**
     * What was worked on within the stretch though it stands elsewhere, or has no day.
     *
     * @param  array<string, list<Stint>>  $worked
     * @return list<CountedLine>
     */
    private function elsewhere(User $user, TimeRange $stretch, array $worked): array
    {
        $who = Visible::to($user);
        $split = fn (string $key): array => explode('|', $key, 2);
        $entries = $who
            ->entries()
            ->whereIn('id', array_map(fn (string $key): string => $split($key)[0], array_keys($worked)))
            ->with([
                'overrides' => fn ($all) => $all->whereIn(
                    'recurrence_id',
                    array_map(fn (string $key): string => $split($key)[1], array_keys($worked)),
                ),
            ])
            ->get()
            ->keyBy('id');
        $areas = $who->areaOfCalendar();
        $now = $user->wallNow();
        $instant = CarbonImmutable::now()->getTimestamp();
        $lines = [];
        foreach ($worked as $key => $stints) {
            [$id, $recurrenceId] = $split($key);
            $entry = $entries->get($id);
            if (! ($entry instanceof Entry)) {
                continue;
            }
            $override = $entry->overrides->firstWhere('recurrence_id', $recurrenceId);
            $details = SeriesOf::details($entry)->with($override->fields ?? []);
            $counted = new Counted(
                $entry->id,
                $details->title,
                $entry->title,
                $details->calendar_id,
                $areas[$details->calendar_id] ?? '',
                $entry->kind === 'task',
                $entry->isRoutine(),
                $details->importance,
                $details->effort,
                $details->labels,
                $details != SeriesOf::details($entry),
            );
            foreach (DayCount::of($stretch, null, $stints, true, $now, $instant, $user->timeZone()) as $count) {
                $lines[] = new CountedLine($counted, $recurrenceId, $count, Outcome::ofWork($override?->done_at), false);
            }
        }

        return $lines;
    }
}
