<?php

declare(strict_types=1);

namespace App\Writing;

use App\Mapping\SeriesColumns;
use App\Mapping\SeriesOf;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Tables\Tables;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\RuleText;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Density;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;
use PlumRota\Core\Time\Zone;
use TypeError;

/**
 * A row that comes in as it stood in a database → the columns of one here: each value as its field may have it, each id looked
 * up, what is made of others made anew, the rules of the job held. A row that does not pass is refused, with a sentence.
 *
 * @phpstan-type Columns array<string, bool|float|int|string|null>
 */
final class RowGate
{
    /** What of a table there is once for an account, or for an entry. */
    private const ONCE = [
        'overrides' => ['entry_id', 'recurrence_id'],
        'closings' => ['date'],
        'day_hours' => ['date'],
        'filters' => ['name'],
        'rounds' => ['kind', 'start'],
        'templates' => ['name'],
        'entries' => ['calendar_id', 'uid'],
    ];

    /** @var array<string, true> what was there already, by table and what of it there is once */
    private array $seen = [];

    /** @var array<string, string> on which day an entry begins that has one */
    private array $days = [];

    public function __construct(private readonly NamedRows $names)
    {
    }

    /**
     * @param  array<mixed>  $row
     * @param  list<string>  $said  to which a sentence is added for each list that was cut: there was a time when more was allowed
     * @return Columns
     *
     * @throws NotAllowed
     */
    public function columns(string $table, array $row, array &$said): array
    {
        $values = [];
        foreach (Tables::of($table) as $name => $field) {
            if (! array_key_exists($name, $row)) {
                // As it was before there was such a field.
                if ($field->default === null && ! $field->isOptional()) {
                    throw new NotAllowed("It has no {$name}.");
                }
                $values[$name] = $field->default;

                continue;
            }
            $given = $row[$name] === null || is_scalar($row[$name]) ? $row[$name] : json_decode(
                (string) json_encode($row[$name]),
                true,
            );
            $type = $field->inner();
            if ($type instanceof Listed && is_array($given) && count($given) > $type->most) {
                $given = array_slice($given, 0, $type->most);
                $said[] = ucfirst($field->called ?: $name).": the first {$type->most} were taken, for which there is room.";
            }
            $values[$name] = $this->names->within($field, self::read($name, $field->type::class, $given) ?? $field->read($given));
        }
        $values = match ($table) {
            'entries' => self::placed($values),
            'overrides' => $this->moved($values),
            'timings' => self::timed($values),
            default => $values,
        };
        $this->requireNew($table, $values);
        $id = $table === 'entries' && is_string($row['id'] ?? null) ? $this->names->idOf('entries', $row['id']) : null;
        if ($id !== null && is_string($values['start'])) {
            $this->days[$id] = substr($values['start'], 0, 10);
        }
        $columns = [];
        foreach ($values as $name => $value) {
            $columns[$name] = is_array($value)
                ? json_encode(
                    $value === [] && in_array($name, ['fields', 'choice'], true) ? (object) [] : $value,
                    JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES,
                )
                : self::scalar($value);
        }

        return $columns;
    }

    /** A rhythm of a time when more was allowed stays as it is, to be opened and mended (`SeriesOf::mendable`). */
    private static function read(string $name, string $type, mixed $given): ?string
    {
        return $name === 'rule' && is_string($given) && strlen($given) <= RuleText::MOST && mb_check_encoding($given, 'UTF-8') ? $given : null;
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, mixed>
     *
     * @throws NotAllowed
     */
    private static function placed(array $values): array
    {
        if ($values['start'] === null) {
            if ($values['kind'] === 'event') {
                throw new NotAllowed('An event needs a day. Only a task can wait in the basket.');
            }

            return [
                ...$values,
                'all_day' => true,
                'length' => 1,
                'zone' => null,
                'end_zone' => null,
                'rule' => null,
                'after_done' => false,
                'extra_dates' => [],
                'except_dates' => [],
                'off_day' => 'keep',
                'seasons' => [],
                'pauses' => [],
                'first_day' => null,
                'last_day' => null,
            ];
        }
        try {
            $series = self::series($values, self::string($values['rule']));
        } catch (InvalidRule) {
            $alone = self::bounds($values);

            return [...$values, 'first_day' => $alone['first_day'], 'last_day' => null];
        } catch (InvalidTime|TooDense|TypeError $e) {
            throw new NotAllowed($e instanceof TypeError ? 'It cannot stand where it says.' : $e->getMessage());
        }

        return [...$values, ...array_diff_key(SeriesColumns::of($series), ['off_day' => 0, 'seasons' => 0, 'pauses' => 0])];
    }

    /**
     * @param  array<string, mixed>  $values
     *
     * @throws InvalidRule|InvalidTime|TooDense
     */
    private static function series(array $values, ?string $rule): Series
    {
        /** @var array{all_day: bool, start: string, length: int, zone: string|null, extra_dates: list<string>, except_dates: list<string>,
         *   after_done: bool, off_day: string, seasons: list<array{from: string, to: string}>, pauses: list<array{from: string, to: string}>,
         *   overlaps: bool, lead_count: int|null, lead_unit: string|null, lead_shift: int} $values as the fields have it */
        $isRoutine = $rule !== null || $values['extra_dates'] !== [];
        $lead =
            $isRoutine && $values['lead_count'] !== null && $values['lead_unit'] !== null
                ? new Lead($values['lead_count'], $values['lead_unit'], $values['lead_shift'])
                : null;
        $series = new Series(
            '',
            SeriesOf::placement($values['all_day'], $values['start'], $values['length'], $values['zone']),
            $rule === null ? null : RuleParser::parse($rule),
            array_map(SeriesOf::moment(...), $values['extra_dates']),
            array_map(SeriesOf::moment(...), $values['except_dates']),
            $values['after_done'],
            SeriesOf::breaks($values['off_day'], $values['seasons'], $values['pauses'], $lead),
        );
        PlannableDays::require($series->placement->start->date());
        PlannableDays::require($series->placement->end()->date());
        Density::check($series, $values['overlaps']);

        return $series;
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array{first_day: mixed}
     *
     * @throws NotAllowed
     */
    private static function bounds(array $values): array
    {
        try {
            return [
                'first_day' => SeriesColumns::of(
                    self::series([...$values, 'off_day' => 'keep', 'seasons' => [], 'pauses' => []], null),
                )['first_day'],
            ];
        } catch (InvalidTime|InvalidRule|TooDense|TypeError) {
            throw new NotAllowed('It cannot stand where it says.');
        }
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, mixed>
     *
     * @throws NotAllowed
     */
    private function moved(array $values): array
    {
        $id = self::string($values['recurrence_id']) ?? '';
        $start = self::string($values['start']);
        if ($id !== 'once') {
            Tables::all()['entries']['start']->read($id);
        }
        if ($start === null) {
            $place = SeriesColumns::NOT_MOVED;
        } else {
            try {
                $place = SeriesColumns::moved(
                    SeriesOf::placement(
                        $values['all_day'] === true,
                        $start,
                        is_int($values['length']) ? $values['length'] : 1,
                        self::string($values['zone']),
                    ),
                );
            } catch (InvalidTime|TypeError) {
                throw new NotAllowed('It cannot stand where it says.');
            }
        }

        return [
            ...$values,
            ...$place,
            'day' => $id === 'once' ? $this->days[self::string($values['entry_id']) ?? ''] ?? null : substr($id, 0, 10),
        ];
    }

    /**
     * @param  array<string, mixed>  $values
     * @return array<string, mixed>
     *
     * @throws NotAllowed
     */
    private static function timed(array $values): array
    {
        if ($values['ended_at'] !== null && $values['ended_at'] < $values['started_at']) {
            throw new NotAllowed('It ends before it begins.');
        }

        return $values;
    }

    /**
     * @param  array<string, mixed>  $values
     *
     * @throws NotAllowed
     */
    private function requireNew(string $table, array $values): void
    {
        $once = array_intersect_key($values, array_flip(self::ONCE[$table] ?? []));
        if ($once === [] || in_array(null, $once, true)) {
            return;
        }
        $key = $table.json_encode($once, JSON_THROW_ON_ERROR);
        if (isset($this->seen[$key])) {
            throw new NotAllowed('It stands there twice.');
        }
        $this->seen[$key] = true;
    }

    private static function string(mixed $value): ?string
    {
        return is_string($value) ? $value : null;
    }

    private static function scalar(mixed $value): bool|float|int|string|null
    {
        return is_scalar($value) ? $value : null;
    }
}
