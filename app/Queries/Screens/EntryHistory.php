<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Journal\HistoryStep;
use App\Mapping\SeriesOf;
use App\Models\User;
use Illuminate\Database\Query\Builder;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Fields\Types\Id;
use PlumRota\Core\Fields\Types\Moment;
use PlumRota\Core\Fields\Types\RuleText;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RuleInWords;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\Zone;

/** What was changed in an entry, and when: the latest first, in plain words. */
final class EntryHistory
{
    private const MOST = 100;

    /**
     * @return list<array{id: int, at: string, label: string, undone: bool, restorable: bool, changes: list<array{what: string, before: string, after: string}>}>
     */
    public function show(User $user, string $entryId): array
    {
        $steps = $user
            ->steps()
            ->whereIn(
                'id',
                fn (Builder $ids) => $ids->select('history_id')->from('history_entries')->where('entry_id', $entryId),
            )
            ->orderByDesc('id')
            ->limit(self::MOST)
            ->get();

        $names = self::names($user, $steps->pluck('rows')->all());

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
                        'changes' => $this->changes($step, $entryId, $names),
                    ],
                )
                ->all(),
        );
    }

    /**
     * What the steps name besides the entry itself, as it is called now.
     *
     * @param  array<mixed>  $rows  of the steps
     * @return array<string, string> by id
     */
    private static function names(User $user, array $rows): array
    {
        preg_match_all('/"([0-9a-z]{26})"/', json_encode($rows, JSON_THROW_ON_ERROR), $ids);
        $names = [];
        foreach (Visible::to($user)->calendars()->get() as $calendar) {
            $names[$calendar->id] = $calendar->name;
        }
        foreach (array_chunk(array_values(array_unique($ids[1])), 500) as $some) {
            foreach (Visible::to($user)->entries()->whereKey($some)->get(['id', 'title']) as $entry) {
                $names[$entry->id] = "“{$entry->title}”";
            }
        }

        return $names;
    }

    /**
     * @param  array<string, string>  $names  of calendars, and titles of entries, by id
     * @return list<array{what: string, before: string, after: string}>
     */
    private function changes(HistoryStep $step, string $entryId, array $names): array
    {
        $told = [];
        foreach ($step->rows as $row) {
            if ($row['table'] === 'entries' && $row['id'] === $entryId && $row['before'] !== null && $row['after'] !== null) {
                foreach (EntryFields::all() as $field) {
                    $before = $this->told($field, $row['before'], $names);
                    $after = $this->told($field, $row['after'], $names);
                    if ($field->called !== '' && $before !== $after) {
                        $told[] = ['what' => ucfirst($field->called), 'before' => $before, 'after' => $after];
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
     * @param  array<string, string>  $names  of calendars, and titles of entries, by id
     */
    private function told(Field $field, array $row, array $names): string
    {
        $value = $row[$field->name] ?? null;
        if ($value === null || $value === '[]' || $value === '') {
            return '';
        }

        return match (true) {
            $field->inner() instanceof Id => is_string($value) ? $names[$value] ?? 'something that is gone' : '',
            $field->inner() instanceof RuleText && is_string($value) && is_string($row['start'] ?? null) => self::inWords(
                $value,
                $row['start'],
                (bool) ($row['after_done'] ?? false),
                is_string($row['zone'] ?? null) ? $row['zone'] : null,
            ),
            $field->isFlag() => $value ? 'yes' : 'no',
            $field->isJson() && is_string($value) => self::listed($value),
            $field->name === 'length' && is_numeric($value) => $row['all_day'] ?? false ? "{$value} days" : "{$value} min",
            $field->inner() instanceof Moment && is_string($value) => str_replace('T', ' ', substr($value, 0, 16)),
            default => is_scalar($value) ? mb_strimwidth(trim("{$value} {$field->unit}"), 0, 120, '…') : '',
        };
    }

    /** A rule of a time when more was allowed is shown as it was written. */
    private static function inWords(string $rule, string $start, bool $afterDone, ?string $zone): string
    {
        try {
            return (new RuleInWords(
                RuleParser::parse($rule),
                SeriesOf::moment($start),
                $afterDone,
                zone: $zone === null ? null : Zone::of($zone),
            ))->sentence();
        } catch (InvalidRule|InvalidTime) {
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
                        is_array($item) && is_int($item['from'] ?? null) && is_int($item['to'] ?? null) => self::clock($item['from']).' to '.self::clock($item['to']),
                        default => '',
                    },
                    $items,
                ),
            );
    }

    /** @param  int  $minute  of the day */
    private static function clock(int $minute): string
    {
        return sprintf('%02d:%02d', intdiv($minute, 60), $minute % 60);
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
