<?php

declare(strict_types=1);

namespace App\Reading;

use stdClass;

/** What makes one occurrence differ, as the views read it. */
final readonly class OverrideRow
{
    public const COLUMNS = 'entry_id, recurrence_id, skipped, all_day, start, length, zone, fields, done_at, let_go_at, put_off';

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
    ) {
    }

    /** @param  stdClass  $row  with COLUMNS */
    public static function of(stdClass $row): self
    {
        $fields = $row->fields === '{}' || $row->fields === '[]' || ! is_string($row->fields) ? [] : json_decode($row->fields, true);

        /** @phpstan-ignore argument.type, argument.type, argument.type, argument.type, argument.type, argument.type, argument.type, argument.type, argument.type (the columns of the table) */
        return new self($row->entry_id, $row->recurrence_id, (bool) $row->skipped, $row->all_day === null ? null : (bool) $row->all_day, $row->start, $row->length, $row->zone, $fields, $row->done_at, $row->let_go_at, $row->put_off);
    }
}
