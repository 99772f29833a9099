<?php

declare(strict_types=1);

namespace App\Interchange;

/** Whether two values are the same, in whatever order their parts are named. */
final class DeepEquality
{
    public static function of(mixed $one, mixed $other): bool
    {
        return self::inOrder($one) === self::inOrder($other);
    }

    private static function inOrder(mixed $value): mixed
    {
        if (! is_array($value)) {
            return $value;
        }
        if (! array_is_list($value)) {
            ksort($value);
        }

        return array_map(self::inOrder(...), $value);
    }
}
