<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields;

use PlumRota\Core\Fields\Tables\Tables;
use PlumRota\Core\Fields\Types\Whole;

/**
 * The last look at a row before it is written: whatever an action made of what was there and what came in, each column that
 * changes holds what its field may hold. A request is checked for itself, but a label that is added to others, or a date to
 * dates, has its limit only here.
 */
final class SoundColumns
{
    /**
     * @param  array<mixed>  $columns  those that change, as the database keeps them, by name
     *
     * @throws NotAllowed
     */
    public static function require(string $table, array $columns): void
    {
        foreach (array_intersect_key(Tables::of($table), $columns) as $name => $field) {
            $value = $columns[$name];
            // As it is without being told; what need not be said may be nothing.
            if ($value === $field->default || ($value === null && $field->isOptional())) {
                continue;
            }
            $field->read(
                $field->isJson() ? (is_string($value) ? json_decode($value, true, 64) : $value) : self::plain($field->inner(), $value),
            );
        }
    }

    /** A number may come as its digits: the column makes a number of them. */
    private static function plain(Type $type, mixed $value): mixed
    {
        return $type instanceof Whole && is_string($value) && preg_match('/^-?\d{1,18}$/D', $value) === 1 ? (int) $value : $value;
    }
}
