<?php

declare(strict_types=1);

namespace App\Interchange;

/**
 * An entry as components of iCalendar say it, under the names of the columns it is kept in: those of the table of entries but for
 * its owner, its calendar and its order; for each occurrence that differs those of the table of overrides.
 *
 * @phpstan-type Columns array<string, mixed>
 * @phpstan-type Row array{skipped?: bool, all_day?: bool, start?: string, length?: int, zone?: string|null,
 *   fields?: array<string, mixed>, done_at?: int, let_go_at?: int, put_off?: int, measured?: float, foreign_lines?: list<string>}
 * @phpstan-type AsArray array{uid: string, columns: Columns, overrides: array<string, Row>, changed: string|null, sequence: int,
 *   repairs: list<string>, onward: list<array{id: string, columns: Columns}>, related: array<string, string>, created: string|null,
 *   files: list<array{name: string, data: string}>, told?: list<string>, finished?: int|null}
 */
final readonly class ReadEntry
{
    /** By the column that names another entry, the RELTYPE under which a file does: the earlier half, what it leads up to, what comes before. */
    public const RELATED = [
        'continues_id' => 'X-PLUM-ROTA-CONTINUES',
        'leads_to' => 'X-PLUM-ROTA-LEADS-TO',
        'after_id' => 'X-PLUM-ROTA-AFTER',
    ];

    /**
     * @param  string  $uid  of all its components (RFC 5545 3.8.4.7)
     * @param  Columns  $columns
     * @param  array<string, Row>  $overrides  by recurrence id
     * @param  string|null  $changed  LAST-MODIFIED or DTSTAMP, as YYYYMMDDTHHMMSSZ
     * @param  int  $sequence  SEQUENCE: of two with the same UID the higher is the later
     * @param  list<string>  $repairs  a sentence for each thing that was read otherwise than it is written
     * @param  list<array{id: string, columns: Columns}>  $onward  what it is from one of its recurrence ids on
     * @param  array<string, string>  $related  UIDs of other entries, by the column that names them (RELATED)
     * @param  string|null  $created  CREATED, as YYYYMMDDTHHMMSSZ
     * @param  list<array{name: string, data: string}>  $files  inside it, in base64
     * @param  list<string>  $told  reminders as its VALARMs tell them, its own or those of its calendar where it was written
     * @param  int|null  $finished  when a routine was called finished as a whole, Unix seconds; which of its times is not said
     */
    public function __construct(
        public string $uid,
        public array $columns,
        public array $overrides,
        public ?string $changed,
        public int $sequence,
        public array $repairs,
        public array $onward = [],
        public array $related = [],
        public ?string $created = null,
        public array $files = [],
        public array $told = [],
        public ?int $finished = null,
    ) {
    }

    /** @param  Row  $row  what makes one occurrence differ, besides what does already */
    public function withOutcome(string $recurrenceId, array $row): self
    {
        $overrides = $this->overrides;
        $overrides[$recurrenceId] = [...$overrides[$recurrenceId] ?? [], ...$row];

        return new self(
            $this->uid,
            $this->columns,
            $overrides,
            $this->changed,
            $this->sequence,
            $this->repairs,
            $this->onward,
            $this->related,
            $this->created,
            $this->files,
            $this->told,
            $this->finished,
        );
    }

    public function title(): string
    {
        $title = $this->columns['title'] ?? '';

        return is_string($title) ? $title : '';
    }
}
