<?php

declare(strict_types=1);

namespace App\Archive;

use PDO;

/**
 * What of the database is an account's own, in the order in which it can be put back. What lets others in (passwords, addresses, devices)
 * is none of it, nor what is made from it again (reminders that fell, what is searched), nor the steps that can be taken back.
 */
final class AccountTables
{
    public const ALL = [
        'areas',
        'calendars',
        'entries',
        'overrides',
        'attachments',
        'timings',
        'closings',
        'day_hours',
        'filters',
        'filing_rules',
        'rounds',
        'goals',
        'templates',
        'themes',
    ];

    /** Columns that hold JSON, by table. */
    public const JSON = [
        'users' => ['week', 'work_days', 'closing_questions', 'agenda_channels', 'round_questions', 'best_hours'],
        'calendars' => ['reminders', 'reminders_all_day', 'hidden_words'],
        'entries' => [
            'foreign_lines',
            'extra_dates',
            'except_dates',
            'seasons',
            'pauses',
            'checklist',
            'reminders',
            'labels',
            'own_hours',
        ],
        'rounds' => ['steps', 'answers'],
        'goals' => ['tasks'],
        'templates' => ['parts'],
        'overrides' => ['fields', 'foreign_lines'],
        'closings' => ['decisions', 'answers'],
        'filters' => ['choice'],
    ];

    /** Settings of an account; its address and its password are not among them. */
    public const SETTINGS = [
        'name',
        'zone',
        'first_weekday',
        'clock',
        'week',
        'work_days',
        'holidays',
        'default_calendar_id',
        'stint_minutes',
        'must_limit',
        'other_limit',
        'closing_questions',
        'round_questions',
        'best_hours',
        'breathing',
        'least_pause',
        'deep_minutes',
        'weather',
        'weather_place',
        'quiet_from',
        'quiet_to',
        'agenda_at',
        'agenda_channels',
        'evening_at',
        'archives_daily',
        'archives_kept',
    ];

    /**
     * @param  array<string, mixed>  $row  of the database
     * @return array<string, mixed> as it stands in an archive
     */
    public static function told(string $table, array $row): array
    {
        unset($row['user_id']);
        foreach (self::JSON[$table] ?? [] as $name) {
            if (isset($row[$name]) && is_string($row[$name])) {
                $row[$name] = json_decode($row[$name]); // with objects: {} is not []
            }
        }

        return $row;
    }

    /**
     * @param  array<mixed>  $row  of an archive
     * @param  list<string>  $columns  those that there are
     * @return array<string, scalar|null> for the database: what this version does not know is left out, and what an older one did not
     *   have is as it is by default
     */
    public static function kept(string $table, array $row, array $columns): array
    {
        $kept = [];
        foreach (array_diff($columns, ['user_id']) as $name) {
            if (! array_key_exists($name, $row)) {
                continue;
            }
            $value = $row[$name];
            if (($value !== null && in_array($name, self::JSON[$table] ?? [], true)) || is_array($value) || is_object($value)) {
                $value = json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES);
            }
            $kept[$name] = is_scalar($value) || $value === null ? $value : null;
        }

        return $kept;
    }

    /** @return list<string> */
    public static function columns(PDO $database, string $table): array
    {
        $found = $database->query("pragma table_info({$table})");
        $names = [];
        foreach ($found === false ? [] : $found->fetchAll(PDO::FETCH_ASSOC) as $column) {
            if (is_array($column) && is_string($column['name'] ?? null)) {
                $names[] = $column['name'];
            }
        }

        return $names;
    }
}
