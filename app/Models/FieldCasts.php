<?php

declare(strict_types=1);

namespace App\Models;

use PlumRota\Core\Fields\Field;

/** The fields of a table as a model has them: what its columns are cast to, and what a new row begins with. */
final class FieldCasts
{
    /**
     * @param  array<string, Field>  $fields
     * @return array<string, string>
     */
    public static function of(array $fields): array
    {
        $casts = [];
        foreach ($fields as $name => $field) {
            if ($field->isJson()) {
                $casts[$name] = 'array';
            } elseif ($field->isFlag()) {
                $casts[$name] = 'boolean';
            }
        }

        return $casts;
    }

    /**
     * @param  array<string, Field>  $fields
     * @return array<string, bool|float|int|string|null> columns
     */
    public static function defaults(array $fields): array
    {
        $columns = [];
        foreach ($fields as $name => $field) {
            $default = $field->default;
            if ($default === null && ! $field->isOptional()) {
                continue; // has to be said
            }
            $columns[$name] = match (true) {
                is_scalar($default), $default === null => $default,
                $default === [] => $field->emptyJson(),
                default => json_encode($default, JSON_THROW_ON_ERROR),
            };
        }

        return $columns;
    }
}
