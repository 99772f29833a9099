<?php

declare(strict_types=1);

namespace App\Archive;

use PlumRota\Core\Fields\Tables\SettingFields;
use PlumRota\Core\Fields\Tables\Tables;

/**
 * What of the database is an account's own, in the order in which it can be put back. What lets others in (passwords, addresses,
 * devices) is none of it, nor what is made from it again (reminders that fell, what is searched), nor the steps that can be taken
 * back.
 */
final class AccountTables
{
    /** @return list<string> those first that others name */
    public static function all(): array
    {
        return array_keys(Tables::all());
    }

    /** @return list<string> settings of an account; its address and its password are not among them */
    public static function settings(): array
    {
        return array_keys(SettingFields::all());
    }

    /**
     * @param  array<string, mixed>  $row  of the database
     * @return array<string, mixed> as it stands in an archive
     */
    public static function told(string $table, array $row): array
    {
        unset($row['user_id']);
        foreach (Tables::of($table) as $name => $field) {
            if ($field->isJson() && isset($row[$name]) && is_string($row[$name])) {
                $row[$name] = json_decode($row[$name]); // with objects: {} is not []
            }
        }

        return $row;
    }
}
