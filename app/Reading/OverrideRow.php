<?php

declare(strict_types=1);

namespace App\Reading;

use App\Models\Repaired;
use stdClass;

/** What makes one occurrence differ, as the views read it. */
final readonly class OverrideRow
{
    public const COLUMNS = 'entry_id, recurrence_id, skipped, all_day, start, length, zone, fields, done_at, let_go_at, put_off, measured';

    /** @param  array<string, mixed>  $fields  of this one alone */
    private function __construct(
        public string $entry_id,
        public string $recurrence_id,
        public bool $skipped,
        public ?bool $all_day,
        public ?string $start,
        public ?int $length,
        public ?string $zone,
        public array $fields,
        public ?int $done_at,
        public ?int $let_go_at,
        public int $put_off,
        public ?float $measured,
    ) {
    }

    /** @param  stdClass  $row  with COLUMNS; they are called as the properties are */
    public static function of(stdClass $row): self
    {
        /** @var array<string, mixed> $columns of the table */
        $columns = (array) $row;
        unset($columns['id']);
        [$columns, $odd] = Repaired::row('overrides', $columns);
        if (in_array('start', $odd, true)) {
            $columns['start'] = null; // where its rule puts it
        }
        $fields = $columns['fields'];
        $columns['fields'] = $fields === '{}' || $fields === '[]' || ! is_string($fields) ? [] : json_decode($fields, true);
        $columns['skipped'] = (bool) $columns['skipped'];
        $columns['measured'] = is_numeric($columns['measured']) ? (float) $columns['measured'] : null;
        $columns['all_day'] = $columns['all_day'] === null ? null : (bool) $columns['all_day'];

        /** @phpstan-ignore argument.type (the columns of the table) */
        return new self(...$columns);
    }
}
