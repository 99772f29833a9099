<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Journal\HistoryStep;
use App\Mapping\SeriesOf;
use App\Models\Calendar;
use App\Models\User;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Collection;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RuleInWords;
use PlumRota\Core\Recurrence\RuleParser;

/** What was changed in an entry, and when: the latest first, in plain words. */
final class EntryHistory
{
    private const MOST = 100;

    /** Columns that a person knows, by the words for them. */
    private const KNOWN = [
        'title' => 'Title',
        'calendar_id' => 'Calendar',
        'kind' => 'Kind',
        'start' => 'Start',
        'length' => 'Length',
        'all_day' => 'All day',
        'zone' => 'Time zone',
        'end_zone' => 'Time zone of the end',
        'rule' => 'Rhythm',
        'after_done' => 'Counts from',
        'due' => 'Due',
        'missed' => 'When missed',
        'importance' => 'Importance',
        'effort' => 'Effort',
        'estimate' => 'Estimate',
        'busy' => 'Busy',
        'tentative' => 'Tentative',
        'private' => 'Private',
        'protected' => 'Protected',
        'travel' => 'Travel before',
        'margin' => 'Margin after',
        'margin_before' => 'Margin before',
        'travel_back' => 'Travel back',
        'place' => 'Place',
        'link' => 'Link',
        'notes' => 'Notes',
        'labels' => 'Labels',
        'colour' => 'Colour',
        'checklist' => 'Steps',
        'reminders' => 'Reminders',
        'off_day' => 'On a day off',
        'seasons' => 'Season',
        'pauses' => 'Pauses',
        'extra_dates' => 'Also on',
        'except_dates' => 'Left out on',
    ];

    /**
     * @return list<array{id: int, at: string, label: string, undone: bool, restorable: bool, changes: list<array{what: string, before: string, after: string}>}>
     */
    public function show(User $user, string $entryId): array
    {
        $calendars = Visible::to($user)->calendars()->get()->keyBy('id');
        $steps = $user
            ->steps()
            ->whereIn(
                'id',
                fn (Builder $ids) => $ids->select('history_id')->from('history_entries')->where('entry_id', $entryId),
            )
            ->orderByDesc('id')
            ->limit(self::MOST)
            ->get();

        return array_values(
            $steps
                ->map(
                    fn (HistoryStep $step): array => [
                        'id' => $step->id,
                        'at' => (string) $user->timeZone()->wall($step->created_at->getTimestamp()),
                        'label' => $step->label,
                        'undone' => $step->undone,
                        'restorable' => array_filter(
                            $step->rows,
                            fn (array $row): bool => $row['table'] === 'entries' &&
                                $row['id'] === $entryId &&
                                $row['after'] !== null,
                        ) !== [],
                        'changes' => $this->changes($step, $entryId, $calendars),
                    ],
                )
                ->all(),
        );
    }

    /**
     * @param  Collection<string, Calendar>  $calendars
     * @return list<array{what: string, before: string, after: string}>
     */
    private function changes(HistoryStep $step, string $entryId, Collection $calendars): array
    {
        $told = [];
        foreach ($step->rows as $row) {
            if ($row['table'] === 'entries' && $row['id'] === $entryId && $row['before'] !== null && $row['after'] !== null) {
                foreach (self::KNOWN as $column => $what) {
                    $before = $this->told($column, $row['before'], $calendars);
                    $after = $this->told($column, $row['after'], $calendars);
                    if ($before !== $after) {
                        $told[] = ['what' => $what, 'before' => $before, 'after' => $after];
                    }
                }
            }
            if (
                $row['table'] === 'overrides' &&
                ($row['after']['entry_id'] ?? ($row['before']['entry_id'] ?? null)) === $entryId
            ) {
                $told[] = self::occurrence($row['before'], $row['after']);
            }
        }

        return $told;
    }

    /**
     * @param  array<string, mixed>  $row
     * @param  Collection<string, Calendar>  $calendars
     */
    private function told(string $column, array $row, Collection $calendars): string
    {
        $value = $row[$column] ?? null;

        return match (true) {
            $value === null, $value === '[]', $value === '' => '',
            $column === 'calendar_id' && is_string($value) => $calendars->get($value)->name ?? 'a calendar that is gone',
            $column === 'rule' && is_string($value) && is_string($row['start'] ?? null) => self::inWords(
                $value,
                $row['start'],
                (bool) ($row['after_done'] ?? false),
            ),
            $column === 'length' && is_numeric($value) => $row['all_day'] ?? false ? "{$value} days" : "{$value} min",
            in_array($column, ['estimate', 'travel', 'margin', 'margin_before', 'travel_back'], true) && is_numeric($value) => "{$value} min",
            in_array($column, ['all_day', 'busy', 'tentative', 'private', 'protected', 'after_done'], true) => $value
                ? 'yes'
                : 'no',
            is_string($value) && str_starts_with($value, '[') => self::listed($value),
            $column === 'start' && is_string($value) => str_replace('T', ' ', substr($value, 0, 16)),
            default => is_scalar($value) ? mb_strimwidth((string) $value, 0, 120, '…') : '',
        };
    }

    /** A rule of a time when more was allowed is shown as it was written. */
    private static function inWords(string $rule, string $start, bool $afterDone): string
    {
        try {
            return (new RuleInWords(RuleParser::parse($rule), SeriesOf::moment($start), $afterDone))->sentence();
        } catch (InvalidRule) {
            return mb_strimwidth($rule, 0, 120, '…');
        }
    }

    private static function listed(string $json): string
    {
        $items = json_decode($json, true);

        return ! is_array($items)
            ? ''
            : implode(
                ', ',
                array_map(
                    fn (mixed $item): string => match (true) {
                        is_string($item) => $item,
                        is_array($item) && is_string($item['text'] ?? null) => $item['text'].
                            ($item['done'] ?? false ? ' (done)' : ''),
                        is_array($item) && is_string($item['from'] ?? null) && is_string($item['to'] ?? null) => "{$item['from']} to {$item['to']}",
                        default => '',
                    },
                    $items,
                ),
            );
    }

    /**
     * @param  array<string, mixed>|null  $before
     * @param  array<string, mixed>|null  $after
     * @return array{what: string, before: string, after: string}
     */
    private static function occurrence(?array $before, ?array $after): array
    {
        $id = $after['recurrence_id'] ?? ($before['recurrence_id'] ?? '');
        $state = function (?array $row): string {
            $said = array_filter([
                $row['skipped'] ?? false ? 'skipped' : '',
                is_string($row['start'] ?? null) ? 'stands at '.str_replace('T', ' ', substr($row['start'], 0, 16)) : '',
                ($row['done_at'] ?? null) !== null ? 'done' : '',
                ($row['let_go_at'] ?? null) !== null ? 'let go' : '',
                ! in_array($row['fields'] ?? '[]', ['[]', '{}'], true) ? 'with words of its own' : '',
            ]);

            return $said === [] ? 'as the rhythm has it' : implode(', ', $said);
        };
        $what = is_string($id) && $id !== 'once' ? 'The one of '.str_replace('T', ' ', substr($id, 0, 16)) : 'This entry';

        return ['what' => $what, 'before' => $state($before), 'after' => $state($after)];
    }
}
