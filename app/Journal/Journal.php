<?php

declare(strict_types=1);

namespace App\Journal;

use Closure;
use Illuminate\Database\Eloquent\Model;
use LogicException;
use PlumRota\Core\Fields\Tables\Tables;

/**
 * Collects what every row was before and is after, while one action is at work. Nothing else may write a recorded table: each
 * statement is looked at before it is run (`Database\GuardedConnection`).
 *
 * @phpstan-import-type Row from Changed
 */
final class Journal
{
    /**
     * What of an account is none of its settings, and is written without a step: no undo brings back a password or an address.
     */
    public const UNRECORDED = [
        'password',
        'remember_token',
        'email',
        'revision',
        'revision_line',
        'planned_until',
        'leaves_at',
        'held_until',
        'updated_at',
    ];

    /** @var array<string, Row>|null null when no action is at work */
    private ?array $rows = null;

    /**
     * The table of which a model is writing a row now, which notes it itself; true where rows are written that nobody takes back.
     */
    private string|bool $writing = false;

    /** @return list<string> */
    public static function tables(): array
    {
        return ['users', ...array_keys(Tables::all())];
    }

    public function isOpen(): bool
    {
        return $this->rows !== null;
    }

    public function open(): void
    {
        $this->rows = [];
    }

    /** @return list<Row> all that was touched so far, what was made and deleted again too */
    public function rows(): array
    {
        return array_values($this->rows ?? []);
    }

    /** @return list<Row> */
    public function close(): array
    {
        $rows = array_filter($this->rows ?? [], fn (array $row): bool => $row['before'] != $row['after']);
        $this->rows = null;

        return array_values($rows);
    }

    public function requireOpen(string $table): void
    {
        if ($this->rows === null) {
            throw self::outside($table);
        }
    }

    /**
     * Lets a model write its row, which it notes.
     *
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     */
    public function writing(string $table, Closure $work): mixed
    {
        return $this->during($table, $work);
    }

    /**
     * For rows that are put in place of all that there are (an archive that is brought back), or made by hand: no step holds
     * them, so whoever calls this makes anew what follows from them (`Follows\Follows`).
     *
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     */
    public function unrecorded(Closure $work): mixed
    {
        return $this->during(true, $work);
    }

    /** Throws where a statement would write a recorded table and nobody notes it. */
    public function guard(string $sql): void
    {
        if (
            $this->writing === true ||
            strncasecmp($sql, 'select', 6) === 0 ||
            preg_match('/\b(insert|replace|update|delete)\b/i', $sql) !== 1 ||
            preg_match(
                '/^\s*(?:with\b.*?\b)?(?:(?:insert|replace)(?:\s+or\s+\w+)?\s+into|update(?:\s+or\s+\w+)?|delete\s+from)\s+"?(?:main"?\s*\.\s*"?)?(\w+)"?/is',
                $sql,
                $found,
            ) !== 1
        ) {
            return;
        }
        $table = strtolower($found[1]);
        if ($table === $this->writing || ! in_array($table, self::tables(), true) || ($table === 'users' && self::isUnrecorded($sql))) {
            return;
        }
        throw self::outside($table);
    }

    /**
     * @param  array<string, mixed>|null  $before  null for a new row
     * @param  array<string, mixed>|null  $after  null for a deleted one
     */
    public function note(string $table, int|string $id, ?array $before, ?array $after): void
    {
        $this->requireOpen($table);
        $place = "{$table}|{$id}";
        $this->rows[$place] = [
            'table' => $table,
            'id' => $id,
            'before' => isset($this->rows[$place]) ? $this->rows[$place]['before'] : $before,
            'after' => $after,
        ];
    }

    /**
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     */
    private function during(string|bool $what, Closure $work): mixed
    {
        $before = $this->writing;
        $this->writing = $before === true ? true : $what;
        try {
            return $work();
        } finally {
            $this->writing = $before;
        }
    }

    /**
     * Whether a statement changes nothing of an account but what is never recorded; a whole account goes by LeaveAccount alone.
     */
    private static function isUnrecorded(string $sql): bool
    {
        if (preg_match('/^\s*update\s.*?\bset\b(.*?)(?:\bwhere\b|$)/is', $sql, $found) !== 1) {
            return false;
        }
        preg_match_all('/"?(\w+)"?\s*=/', $found[1], $columns);

        return $columns[1] !== [] && array_diff($columns[1], self::UNRECORDED) === [];
    }

    private static function outside(string $table): LogicException
    {
        return new LogicException("Rows of {$table} change only through the write path.");
    }
}
