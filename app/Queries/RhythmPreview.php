<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\User;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Conflicts;
use PlumRota\Core\Recurrence\CommonRhythms;
use PlumRota\Core\Recurrence\RuleInWords;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;

/** Where a rhythm lands before it is saved: its sentence, twelve months of days, and the next dates with what they meet. */
final readonly class RhythmPreview
{
    private const NEXT = 6;

    private const MOST_COUNTED = 5000;

    public function __construct(private OccurrencesBetween $occurrences, private DaysOff $daysOff)
    {
    }

    /**
     * @param  string|null  $entryId  the entry being edited, which does not meet itself
     * @return array<string, mixed> the schema RhythmPreview of the contract
     */
    public function show(User $user, Series $series, ?string $entryId): array
    {
        $rule = $series->rule;
        $today = $user->wallNow()->date();
        $first = LocalDate::of($today->year, $today->month, 1);
        $last = Gregorian::dayNumber($today->year + 1, $today->month, 1);
        $months = TimeRange::days($first, $last - $first->dayNumber());
        $timeline = new Timeline($user->timeZone(), $this->daysOff->marks($user));
        $lands = [];
        foreach ($timeline->occurrences($series, [], $months) as $occurrence) {
            for ($day = $occurrence->seen->from->dayNumber(); $day <= max($occurrence->seen->from->dayNumber(), $occurrence->seen->to->plusSeconds(-1)->dayNumber()); $day++) {
                $lands[$day] = (string) LocalDate::fromDayNumber($day);
            }
        }
        ksort($lands);

        return [
            'rule' => $rule === null ? null : (string) $rule,
            'start' => $series->placement->startText(),
            'sentence' => $rule === null ? 'once' : (new RuleInWords($rule, $series->placement->start, $series->afterDone))->sentence(),
            'count' => $this->count($series),
            'lands' => array_values($lands),
            'lands_from' => (string) $first,
            'next' => $this->next($user, $series, $timeline, $entryId),
            'presses' => array_map(strval(...), CommonRhythms::from($series->placement->start->date())),
        ];
    }

    /** How often it comes in all; null when it does not end, or not soon. */
    private function count(Series $series): ?int
    {
        $rule = $series->rule;
        if ($rule === null || $rule->count !== null) {
            return $rule === null ? 1 : $rule->count;
        }
        if ($rule->until === null || $series->afterDone) {
            return null;
        }
        $found = count($series->recurrenceSet()->next(self::MOST_COUNTED + 1));

        return $found > self::MOST_COUNTED ? null : $found;
    }

    /** @return list<array<string, mixed>> */
    private function next(User $user, Series $series, Timeline $timeline, ?string $entryId): array
    {
        $starts = $series->afterDone ? [$series->placement->start] : $series->recurrenceSet()->next(self::NEXT, $this->from($user, $series));
        if ($starts === []) {
            return [];
        }
        $lastStart = $starts[count($starts) - 1];
        $around = TimeRange::of($starts[0]->plusSeconds(-86400 * 2), $lastStart->plusSeconds(86400 * 2 + $series->placement->end()->seconds - $series->placement->start->seconds));
        $upcoming = array_slice(array_values(array_filter(
            $timeline->occurrences($series, [], $around),
            fn (Occurrence $one): bool => in_array($series->startOf($one->recurrenceId)->seconds, array_map(fn (LocalDateTime $start): int => $start->seconds, $starts), true),
        )), 0, self::NEXT);
        $others = array_filter($this->others($user, $upcoming), fn (Seen $seen): bool => $seen->entry->id !== $entryId);

        return array_map(fn (Occurrence $one): array => [
            'start' => $one->placement->allDay ? (string) $one->seen->from->date() : (string) $one->seen->from,
            'end' => $one->placement->allDay ? (string) $one->seen->to->date() : (string) $one->seen->to,
            'all_day' => $one->placement->allDay,
            'meets' => $this->met($one, $others),
        ], $upcoming);
    }

    private function from(User $user, Series $series): LocalDateTime
    {
        $today = $user->wallNow()->date()->startOfDay();

        return $today->seconds > $series->placement->start->seconds ? $today : $series->placement->start;
    }

    /**
     * @param  list<Occurrence>  $upcoming
     * @return list<Seen>
     */
    private function others(User $user, array $upcoming): array
    {
        $seen = [];
        foreach ($upcoming as $one) {
            if (! $one->placement->allDay && $one->seen->minutes() > 0) {
                $seen = [...$seen, ...$this->occurrences->find($user, TimeRange::of($one->seen->from, $one->seen->to))];
            }
        }

        return $seen;
    }

    /**
     * @param  array<int, Seen>  $others
     * @return list<array{title: string, start: string, end: string}>
     */
    private function met(Occurrence $one, array $others): array
    {
        $own = new Block('', $one->seen, $one->placement->allDay, true, true);
        $met = [];
        foreach ($others as $other) {
            if (Conflicts::among([$own, $other->block]) !== []) {
                $met[$other->key()] = ['title' => $other->title(), 'start' => (string) $other->occurrence->seen->from, 'end' => (string) $other->occurrence->seen->to];
            }
        }

        return array_values($met);
    }
}
