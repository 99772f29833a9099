<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Database\Eloquent\Model;
use LogicException;

/** Collects what every row was before and is after, while one action is at work. */
final class Journal
{
    public const TABLES = [
        'areas',
        'calendars',
        'entries',
        'overrides',
        'users',
        'attachments',
        'filters',
        'filing_rules',
        'day_hours',
        'timings',
        'closings',
        'rounds',
        'goals',
        'templates',
        'themes',
    ];

    /**
     * @var array<string, array{table: string, id: int|string, before: ?array<string, mixed>, after: ?array<string, mixed>}>|null
     *   null when no action is at work
     */
    private ?array $rows = null;

    public function isOpen(): bool
    {
        return $this->rows !== null;
    }

    public function open(): void
    {
        $this->rows = [];
    }

    /**
     * @return list<array{table: string, id: int|string, before: ?array<string, mixed>, after: ?array<string, mixed>}> all that was
     *   touched so far, what was made and deleted again too
     */
    public function rows(): array
    {
        return array_values($this->rows ?? []);
    }

    /** @return list<array{table: string, id: int|string, before: ?array<string, mixed>, after: ?array<string, mixed>}> */
    public function close(): array
    {
        $rows = array_filter($this->rows ?? [], fn (array $row): bool => $row['before'] != $row['after']);
        $this->rows = null;

        return array_values($rows);
    }

    public function requireOpen(Model $model): void
    {
        if ($this->rows === null) {
            throw new LogicException('Rows of '.$model->getTable().' change only through the write path.');
        }
    }

    /**
     * @param  array<string, mixed>|null  $before  null for a new row
     * @param  array<string, mixed>|null  $after  null for a deleted one
     */
    public function note(Model $model, ?array $before, ?array $after): void
    {
        $this->requireOpen($model);
        $id = $model->getKey();
        assert(is_int($id) || is_string($id));
        $place = $model->getTable().'|'.$id;
        $this->rows[$place] = [
            'table' => $model->getTable(),
            'id' => $id,
            'before' => isset($this->rows[$place]) ? $this->rows[$place]['before'] : $before,
            'after' => $after,
        ];
    }
}
