<?php

declare(strict_types=1);

namespace App\Models;

use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Own;
use PlumRota\Core\Fields\Tables\Tables;
use PlumRota\Core\Fields\Types\Id;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\RuleText;
use PlumRota\Core\Fields\Types\Text;

/**
 * Rows of the database as they can be reckoned with: what stands in one and cannot be (left by a fault of an earlier version, or
 * of a disk) is read as if it had not been said, so that it harms no more than the field it is in. The row itself stays as
 * it is.
 */
final class Repaired
{
    /** Values of a field that are remembered as good: most rows say the same as others. */
    private const MOST_KNOWN = 2000;

    /** Letters of one that is remembered. */
    private const LONGEST_KNOWN = 200;

    /** @var array<string, array<string, array<int|string, true>>> by table, field and value */
    private static array $good = [];

    /**
     * @param  array<mixed>  $columns  by name
     * @return array{array<mixed>, list<string>} the columns, and the names of those that were no good
     */
    public static function row(string $table, array $columns): array
    {
        $odd = [];
        $good = &self::$good[$table];
        foreach (self::checked($table) as $name => $field) {
            $value = $columns[$name] ?? null;
            if ($value === null) {
                if ($field->isOptional() || ! array_key_exists($name, $columns)) {
                    continue;
                }
            } elseif (is_bool($value)) {
                continue;
            } elseif ((is_int($value) || is_string($value)) && isset($good[$name][$value])) {
                continue;
            }
            try {
                $field->type->read($field->isJson() ? (is_string($value) ? json_decode($value, true, 64) : null) : $value);
                if (is_int($value) || (is_string($value) && strlen($value) <= self::LONGEST_KNOWN)) {
                    if (count($good[$name] ?? []) >= self::MOST_KNOWN) {
                        $good[$name] = [];
                    }
                    $good[$name][$value] = true;
                }
            } catch (NotAllowed) {
                $odd[] = $name;
                $columns[$name] = self::sound($field, $value);
            }
        }

        return [$columns, $odd];
    }

    /** What of a value can be: of lists, and of what an occurrence has of its own, the parts that are good. */
    private static function sound(Field $field, mixed $value): bool|float|int|string|null
    {
        if (! $field->isJson()) {
            return is_scalar($field->default) ? $field->default : null;
        }
        $given = is_string($value) ? json_decode($value, true, 64) : null;
        $type = $field->inner();
        $sound = match (true) {
            ! is_array($given) => null,
            $type instanceof Own => (object) $type->sound($given),
            $type instanceof Listed => $type->sound($given),
            default => null,
        };

        return $sound === null ? ($field->isOptional() ? null : $field->emptyJson()) : (string) json_encode($sound);
    }

    /** @return array<string, Field> those that are looked at */
    private static function checked(string $table): array
    {
        /** @var array<string, array<string, Field>> $known */
        static $known = [];

        return $known[$table] ??= array_filter(Tables::of($table), function (Field $field): bool {
            $type = $field->inner();
            // Any text can be shown; a rule that cannot be read is named where it is; an id that leads nowhere leads nowhere.
            $isPlain = $type instanceof Text || $type instanceof RuleText || $type instanceof Id;

            return ! $isPlain && ($field->default !== null || $field->isOptional());
        });
    }
}
