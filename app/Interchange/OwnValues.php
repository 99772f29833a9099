<?php

declare(strict_types=1);

namespace App\Interchange;

use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Fields\Tables\PlanFields;

/**
 * What our own properties may hold: a file may have been written by anybody, so the fields say it as they say it of whatever
 * comes in.
 *
 * @phpstan-import-type Row from ReadEntry
 */
final class OwnValues
{
    /**
     * @return array{mixed}|null the value of a column of an entry, as it is kept; null where it cannot be that
     */
    public static function read(string $column, mixed $value): ?array
    {
        $field = EntryFields::ofFile()[$column] ?? null;
        try {
            return $field === null ? null : [$field->read($value)];
        } catch (NotAllowed) {
            return null;
        }
    }

    /**
     * @param  array<array-key, mixed>  $row  of the table of overrides
     * @return Row|null null where it cannot be one
     */
    public static function readRow(array $row): ?array
    {
        $fields = PlanFields::overrides();
        $read = [];
        try {
            foreach ($row as $name => $value) {
                if (isset($fields[$name]) && $name !== 'entry_id' && $name !== 'recurrence_id') {
                    $read[$name] = $fields[$name]->read($value);
                }
            }
        } catch (NotAllowed) {
            return null;
        }
        if (isset($read['start']) && (! isset($read['length']) || ! isset($read['all_day']))) {
            return null;
        }

        /** @var Row $read as its fields have it */
        return $read;
    }
}
