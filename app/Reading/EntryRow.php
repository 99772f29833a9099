<?php

declare(strict_types=1);

namespace App\Reading;

use App\Models\Repaired;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Recurrence\Lead;
use stdClass;

/** An entry as the views read it: a plain row beside its calendar, under the names of its columns, without a model's cost. */
final readonly class EntryRow
{
    public const COLUMNS =
        'e.id, e.calendar_id, c.area_id, e.kind, e.title, e.notes, e.all_day, e.start, e.length, e.zone, e.end_zone, e.rule, '.
        'e.after_done, e.extra_dates, e.except_dates, e.off_day, e.seasons, e.pauses, e.due, e.missed, e.importance, e.effort, '.
        'e.estimate, e.checklist, e.busy and c.counted as busy, e.tentative, e.private, e.protected, e.travel, e.margin, e.margin_before, e.travel_back, e.place, e.link, e.labels, '.
        'e.colour, e.own_reminders, e.reminders, e.always_through, e.leads_to, e.lead_count, e.lead_unit, e.lead_shift, '.
        'e.after_id, e.own_hours, e.shortest_piece, e.opens_round, e.measure, e.aim, '.
        'e.position, e.version';

    /**
     * @param  list<string>  $extra_dates
     * @param  list<string>  $except_dates
     * @param  list<string>  $labels
     * @param  list<array{text: string, done: bool}>  $checklist
     * @param  list<array{from: string, to: string}>  $seasons
     * @param  list<array{from: string, to: string}>  $pauses
     * @param  list<string>  $reminders
     * @param  list<array{days: list<int>, from: int, to: int}>  $own_hours
     * @param  list<string>  $odd  columns that hold what cannot be, and were read as if they held nothing
     */
    private function __construct(
        public string $id,
        public string $calendar_id,
        public string $area_id,
        public string $kind,
        public string $title,
        public string $notes,
        public bool $all_day,
        public ?string $start,
        public int $length,
        public ?string $zone,
        public ?string $end_zone,
        public ?string $rule,
        public bool $after_done,
        public array $extra_dates,
        public array $except_dates,
        public ?string $due,
        public string $missed,
        public ?string $importance,
        public ?string $effort,
        public ?int $estimate,
        public bool $busy,
        public bool $tentative,
        public bool $private,
        public bool $protected,
        public int $travel,
        public int $margin,
        public int $margin_before,
        public int $travel_back,
        public string $place,
        public string $link,
        public array $labels,
        public ?string $colour,
        public array $checklist,
        public string $off_day,
        public array $seasons,
        public array $pauses,
        public bool $own_reminders,
        public array $reminders,
        public bool $always_through,
        public ?string $leads_to,
        public ?int $lead_count,
        public ?string $lead_unit,
        public int $lead_shift,
        public ?string $after_id,
        public array $own_hours,
        public ?int $shortest_piece,
        public ?string $opens_round,
        public ?string $measure,
        public ?int $aim,
        public int $position,
        public int $version,
        public array $odd,
    ) {
    }

    /** @param  stdClass  $row  with COLUMNS of entries e and calendars c; the columns are called as the properties are */
    public static function of(stdClass $row): self
    {
        /** @phpstan-ignore argument.type (the columns of the tables) */
        return new self(...self::read((array) $row));
    }

    /** How long before what it leads up to it stands, where it leads up to something. */
    public function lead(): ?Lead
    {
        return $this->lead_count === null || $this->lead_unit === null
            ? null
            : new Lead($this->lead_count, $this->lead_unit, $this->lead_shift);
    }

    public function isRoutine(): bool
    {
        return $this->rule !== null || $this->extra_dates !== [];
    }

    /**
     * @param  array<mixed>  $row
     * @return array<mixed>
     */
    private static function read(array $row): array
    {
        /** @var array<string, mixed> $row of the columns */
        [$row, $odd] = Repaired::row('entries', $row);
        $row['odd'] = $odd;
        /** @var array{list<string>, list<string>}|null $kinds names of flags, and of lists */
        static $kinds = null;
        [$flags, $lists] = $kinds ??= [
            array_keys(array_filter(EntryFields::all(), fn (Field $one): bool => $one->isFlag() && isset($row[$one->name]))),
            array_keys(array_filter(EntryFields::all(), fn (Field $one): bool => $one->isJson() && isset($row[$one->name]))),
        ];
        foreach ($flags as $flag) {
            $row[$flag] = (bool) $row[$flag];
        }
        foreach ($lists as $list) {
            $text = $row[$list];
            $row[$list] = $text === '[]' || ! is_string($text) ? [] : json_decode($text, true);
        }

        return $row;
    }
}
