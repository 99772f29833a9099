<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Tables;

use PlumRota\Core\Fields\Field;

/** The fields of every table that holds what is an account's own. */
final class Tables
{
    /** Columns of a row that no field is: what it is known by, and when it was written. */
    public const OF_EVERY_ROW = ['id', 'user_id', 'created_at', 'updated_at'];

    /** Columns that are made of others, and are made anew wherever a row is written. */
    public const DERIVED = [
        'entries' => ['first_day', 'last_day'],
        'overrides' => ['day', 'moved_from', 'moved_to'],
    ];

    /** @return array<string, array<string, Field>> by table, those first that others name */
    public static function all(): array
    {
        /** @var array<string, array<string, Field>>|null $all */
        static $all = null;

        return $all ??= [
            'areas' => PlanFields::areas(),
            'calendars' => PlanFields::calendars(),
            'entries' => EntryFields::all(),
            'overrides' => PlanFields::overrides(),
            'attachments' => PlanFields::attachments(),
            'timings' => PlanFields::timings(),
            'closings' => PlanFields::closings(),
            'day_hours' => PlanFields::dayHours(),
            'filters' => PlanFields::filters(),
            'filing_rules' => PlanFields::filingRules(),
            'rounds' => PlanFields::rounds(),
            'goals' => PlanFields::goals(),
            'templates' => PlanFields::templates(),
            'themes' => PlanFields::themes(),
        ];
    }

    /** @return array<string, Field> by name */
    public static function of(string $table): array
    {
        return $table === 'users' ? SettingFields::all() : self::all()[$table];
    }
}
