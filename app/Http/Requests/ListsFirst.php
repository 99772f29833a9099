<?php

declare(strict_types=1);

namespace App\Http\Requests;

/**
 * Takes the rules for the elements of a list out when the list itself is longer than it may be: that it is too long is
 * all there is to say, and looking at twenty thousand elements would take minutes.
 */
final class ListsFirst
{
    /**
     * @param  array<array-key, mixed>  $data
     * @param  array<array-key, mixed>  $rules  by attribute, with * for the elements of a list
     * @return array<array-key, mixed>
     */
    public static function only(array $data, array $rules): array
    {
        foreach ($rules as $attribute => $rule) {
            $most = self::most($rule);
            if ($most !== null && self::exceeds($data, explode('.', (string) $attribute), $most)) {
                $rules = array_filter(
                    $rules,
                    fn (int|string $other): bool => ! str_starts_with((string) $other, $attribute.'.'),
                    ARRAY_FILTER_USE_KEY,
                );
            }
        }

        return $rules;
    }

    /** How many elements a list may have; null where the attribute is no list or has no bound. */
    private static function most(mixed $rule): ?int
    {
        $rule = is_string($rule) ? explode('|', $rule) : $rule;
        if (
            ! is_array($rule) ||
            array_filter(
                $rule,
                fn (mixed $one): bool => is_string($one) && ($one === 'array' || str_starts_with($one, 'array:')),
            ) === []
        ) {
            return null;
        }
        foreach ($rule as $one) {
            if (is_string($one) && preg_match('/^(?:max|size):(\d+)$/D', $one, $found) === 1) {
                return (int) $found[1];
            }
        }

        return null;
    }

    /** @param  list<string>  $path */
    private static function exceeds(mixed $data, array $path, int $most): bool
    {
        if ($path === []) {
            return is_array($data) && count($data) > $most;
        }
        if (! is_array($data)) {
            return false;
        }
        $name = array_shift($path);
        if ($name !== '*') {
            return isset($data[$name]) && self::exceeds($data[$name], $path, $most);
        }
        foreach ($data as $one) {
            if (self::exceeds($one, $path, $most)) {
                return true;
            }
        }

        return false;
    }
}
