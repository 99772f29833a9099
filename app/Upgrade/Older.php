<?php

declare(strict_types=1);

namespace App\Upgrade;

/**
 * What databases were like before each state that landed became a migration of its own: their first migration was edited again
 * and again. All of them are recognised by what they hold: every table and column they have is in the baseline, under the same
 * name or another.
 */
final class Older
{
    /** The migration that is the baseline: every later one begins at what it makes. */
    public const BASELINE = '2026_01_01_000000_create_schema';

    /** Migrations that there were before it; the first of them made what the baseline makes now. */
    public const MIGRATIONS = [
        '2026_01_01_000000_create_tables',
        '2026_02_01_000000_widen_entries',
        '2026_03_01_000000_plan_the_day',
        '2026_04_01_000000_reach_people',
        '2026_05_01_000000_keep_what_is_due',
        '2026_05_02_000000_lie_on_one_another',
        '2026_05_03_000000_accounts',
        '2026_11_25_200000_index_of_own_fields',
        '2026_11_25_210000_halves_of_a_routine',
        '2026_11_26_000000_indexes_for_reading',
    ];

    private const TABLES = ['changes' => 'overrides'];

    /** By table as it is called now. */
    private const COLUMNS = [
        'deliveries' => ['way' => 'channel'],
        'users' => ['agenda_ways' => 'agenda_channels'],
        'entries' => ['kept' => 'foreign_lines'],
    ];

    /** Columns whose meaning is kept elsewhere now, or is made anew. */
    private const GONE = ['users' => ['reminded_until', 'reminded_before']];

    /** Tables that are made anew from others. */
    private const DERIVED = ['searched', 'searched_endings', 'searched_rows', 'tally_weeks', 'migrations'];

    /** Columns without which a row of a table could not stand here; the rows of one that lacks them are made anew. */
    private const NEEDED = ['deliveries' => ['key', 'channel', 'fell_at']];

    /** How steps of the history name what has another name now: text of their rows, by what it is now. */
    public const IN_HISTORY = [
        '"table":"overrides"' => '"table":"changes"',
        '"agenda_channels":' => '"agenda_ways":',
        '"foreign_lines":' => '"kept":',
    ];

    /**
     * @return array<string, array{from: string, columns: array<string, string>}> what is carried over: by table as it is called now, the
     *   table it comes from, and of each column as it is called now the one it comes from
     *
     * @throws CannotUpgrade where something in it is not known
     */
    public static function carried(Structure $old, Structure $new): array
    {
        $carried = [];
        foreach ($old->tables as $name => $columns) {
            $table = self::TABLES[$name] ?? $name;
            if (in_array($table, self::DERIVED, true)) {
                continue;
            }
            $known = $new->tables[$table] ?? throw self::unknown("a table {$name}");
            $from = [];
            foreach ($columns as $column) {
                $now = self::COLUMNS[$table][$column] ?? $column;
                if (in_array($now, $known, true)) {
                    $from[$now] = $column;
                } elseif (! in_array($column, self::GONE[$table] ?? [], true)) {
                    throw self::unknown("a column {$name}.{$column}");
                }
            }
            if (array_diff(self::NEEDED[$table] ?? [], array_keys($from)) === []) {
                $carried[$table] = ['from' => $name, 'columns' => $from];
            }
        }

        return $carried;
    }

    /** How a table is called now. */
    public static function nameOf(string $table): string
    {
        return self::TABLES[$table] ?? $table;
    }

    /** Whether a table may come out with other rows than it had: it is made anew from others, there or as it is used. */
    public static function isMadeAnew(string $table): bool
    {
        return in_array($table, [...self::DERIVED, 'deliveries', 'object_revisions', 'dav_properties'], true);
    }

    public static function unknown(string $what): CannotUpgrade
    {
        return new CannotUpgrade(
            "This database is of no version that this one knows: it has {$what}. It was left as it was. ".
                'Write an archive of each account with the version it belongs to (php artisan backup:account EMAIL), '.
                'start this one on an empty database (bin/start --empty), and bring them back (php artisan backup:account-restore EMAIL PATH).',
        );
    }
}
