<?php

declare(strict_types=1);

namespace App\Queries\Rounds;

use App\Access\Visible;
use App\Models\User;
use App\Queries\Occurrences\Deadlines;
use App\Queries\Occurrences\LeadUps;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Screens\Board;
use App\Reading\OpenTasks;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/**
 * What of the weeks after some days needs something now: deadlines, lead-ups, what is meant for a week of them, and what was to
 * come up then.
 */
final readonly class ComingUp
{
    public function __construct(
        private OccurrencesBetween $occurrences,
        private Deadlines $deadlines,
        private OpenTasks $tasks,
        private LeadUps $leadUps,
    ) {
    }

    /** @return list<array<string, mixed>> the schema ComingUp of the contract, by date */
    public function in(User $user, LocalDate $first, int $days): array
    {
        $last = $first->plusDays($days - 1);
        $found = [];
        foreach ($this->deadlines->on($user, $first, $days) as $date => $due) {
            foreach ($due as $one) {
                if (! $one['done']) {
                    $found["{$one['entry_id']}|{$one['recurrence_id']}"] = self::line((string) $date, 'due', $one);
                }
            }
        }
        $leading = $this->occurrences->find(
            $user,
            TimeRange::days($first, $days),
            fn ($entry): bool => $entry->leads_to !== null,
        );
        /** @var array<string, array{title: string}> $toward */
        $toward = (array) $this->leadUps->of($user, Board::named($leading, []))['toward'];
        foreach ($leading as $one) {
            if (! $one->block->isDone) {
                $found[$one->key()] ??= self::line(
                    (string) $one->block->seen->from->date(),
                    'lead_up',
                    [
                        'entry_id' => $one->entry->id,
                        'recurrence_id' => $one->occurrence->recurrenceId,
                        'title' => $one->title(),
                        'calendar_id' => $one->details()->calendar_id,
                    ],
                    $toward[$one->key()]['title'] ?? null,
                );
            }
        }
        foreach ($this->tasks->unscheduled(Visible::to($user)) as $entry) {
            try {
                [$kind, $day] = match (true) {
                    $entry->around !== null => ['around', Around::parse($entry->around)->first],
                    $entry->not_before !== null => ['note', LocalDate::parse($entry->not_before)],
                    default => ['', null],
                };
                $until = $kind === 'around' && $entry->around !== null ? Around::parse($entry->around)->last : $day;
            } catch (InvalidTime) {
                continue; // the basket says so
            }
            if ($day !== null && $until !== null && ! $until->isBefore($first) && ! $last->isBefore($day)) {
                $found["{$entry->id}|".Series::ONCE] ??= self::line(
                    (string) ($day->isBefore($first) ? $first : $day),
                    $kind,
                    [
                        'entry_id' => $entry->id,
                        'recurrence_id' => Series::ONCE,
                        'title' => $entry->title,
                        'calendar_id' => $entry->calendar_id,
                    ],
                );
            }
        }
        $loose = $this->tasks->unscheduled(Visible::to($user))->keyBy('id');
        $lines = [];
        foreach ($found as $line) {
            $entry = $loose->get($line['entry_id']);
            $lines[] = [
                ...$line,
                'loose' => $entry !== null,
                'estimate' => $entry?->estimate,
                'not_before' => $entry?->not_before,
            ];
        }
        usort($lines, fn (array $a, array $b): int => [$a['date'], $a['title']] <=> [$b['date'], $b['title']]);

        return $lines;
    }

    /**
     * @param  array{entry_id: string, recurrence_id: string, title: string, calendar_id: string, ...}  $one
     * @return array{date: string, kind: string, entry_id: string, recurrence_id: string, title: string, calendar_id: string,
     *   toward: string|null}
     */
    private static function line(string $date, string $kind, array $one, ?string $toward = null): array
    {
        return [
            'date' => $date,
            'kind' => $kind,
            'entry_id' => $one['entry_id'],
            'recurrence_id' => $one['recurrence_id'],
            'title' => $one['title'],
            'calendar_id' => $one['calendar_id'],
            'toward' => $toward,
        ];
    }
}
