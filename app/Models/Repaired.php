<?php

declare(strict_types=1);

namespace App\Models;

use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Own;
use PlumRota\Core\Fields\Tables\Tables;
use PlumRota\Core\Fields\Types\Flag;
use PlumRota\Core\Fields\Types\Id;
use PlumRota\Core\Fields\Types\OneOf;
use PlumRota\Core\Fields\Types\RuleText;
use PlumRota\Core\Fields\Types\Text;

/**
 * Rows of the database as they can be reckoned with: what stands in one and cannot be (left by a fault of an earlier version, or
 * of a disk) is read as if nothing had been said there, so that it harms no more than the field it is in. The row itself stays as
 * it is.
 */
final class Repaired
{
    /**
     * @param  array<mixed>  $columns  by name
     * @return array{array<mixed>, list<string>} the columns, and the names of those that were no good
     */
    public static function row(string $table, array $columns): array
    {
        $odd = [];
        foreach (self::checked($table) as $name => [$field, $words]) {
            $value = $columns[$name] ?? null;
            if (
                $value === null
                    ? ! array_key_exists($name, $columns) || $field->isOptional()
                    : $value === '[]' || $value === '{}' || ($words !== null && is_scalar($value) && isset($words[(string) $value]))
            ) {
                continue;
            }
            try {
                $field->type->read($field->isJson() ? (is_string($value) ? json_decode($value, true, 64) : null) : $value);
            } catch (NotAllowed) {
                $odd[] = $name;
                $default = $field->default;
                $given = $field->isJson() && is_string($value) ? json_decode($value, true, 64) : null;
                $columns[$name] = match (true) {
                    $field->inner() instanceof Own && is_array($given) => (string) json_encode(
                        (object) $field->inner()->sound($given),
                    ),
                    ! $field->isJson() => is_scalar($default) ? $default : null,
                    default => $field->isOptional() ? null : $field->emptyJson(),
                };
            }
        }

        return [$columns, $odd];
    }

    /** @return array<string, array{Field, array<int|string, true>|null}> those that are looked at, and the values of those that have few */
    private static function checked(string $table): array
    {
        /** @var array<string, array<string, array{Field, array<int|string, true>|null}>> $known */
        static $known = [];
        if (! isset($known[$table])) {
            $known[$table] = [];
            foreach (Tables::of($table) as $name => $field) {
                $type = $field->inner();
                // Any text can be shown; a rule that cannot be read is named where it is; an id that leads nowhere leads nowhere.
                $isPlain = $type instanceof Text || $type instanceof RuleText || $type instanceof Id;
                if (! $isPlain && ($field->default !== null || $field->isOptional())) {
                    $known[$table][$name] = [
                        $field,
                        match (true) {
                            $type instanceof OneOf => array_fill_keys($type->words, true),
                            $type instanceof Flag => ['0' => true, '1' => true, '' => true],
                            default => null,
                        },
                    ];
                }
            }
        }

        return $known[$table];
    }
}
