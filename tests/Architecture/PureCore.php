<?php

declare(strict_types=1);

namespace Tests\Architecture;

/**
 * The core reckons with what it is given: it asks no clock, throws no dice, reads and writes nothing. It is held by lists of what it
 * may use, so that whatever is not thought of here is refused.
 */
final class PureCore
{
    /** Functions of PHP whose value follows from what they are given alone. */
    private const FUNCTIONS =
        'abs array_column array_combine array_diff array_diff_key array_fill array_fill_keys array_filter array_flip '.
        'array_intersect_key array_is_list array_key_exists array_key_first array_keys array_map array_merge array_multisort array_pop '.
        'array_push array_reduce array_reverse array_search array_slice array_splice array_sum array_unique array_unshift array_values '.
        'arsort asort assert count dechex end explode floor get_object_vars implode in_array intdiv is_array is_float is_int is_object '.
        'is_scalar is_string json_decode json_encode key ksort levenshtein max mb_check_encoding mb_convert_case mb_ord mb_scrub '.
        'mb_stripos mb_strlen mb_strtolower mb_substr min preg_match preg_match_all preg_quote preg_replace preg_replace_callback '.
        'preg_split range reset round rtrim sort sprintf sqrt str_contains str_ends_with str_repeat str_replace str_starts_with strlen '.
        'strspn strstr strtolower strtoupper strval substr substr_count substr_replace trim ucfirst ucwords usort';

    /** What is asked of classes of PHP; none of it says what time it is. */
    private const CALLS = [
        'DateTimeZone' => ['new', 'listIdentifiers'],
        'DateTimeImmutable' => ['new'], // of a number of seconds alone
        'IntlCalendar' => ['createInstance'], // whose moment is set before it is asked
        'IntlDateFormatter' => ['new'],
        'Normalizer' => ['normalize'],
        'Transliterator' => ['create'],
    ];

    /** Words of the language that load, write or end something, or reach for what was not handed in. */
    private const WORDS = [
        T_INCLUDE,
        T_INCLUDE_ONCE,
        T_REQUIRE,
        T_REQUIRE_ONCE,
        T_EVAL,
        T_EXIT,
        T_ECHO,
        T_PRINT,
        T_GLOBAL,
        T_INLINE_HTML,
        '`',
    ];

    /** Variables that nobody handed in. */
    private const OUTSIDE = '/^\$(_[A-Z]+|GLOBALS|argv|argc)$/D';

    /** @return list<string> what a file of the core does that it may not */
    public static function ofFile(string $code): array
    {
        $file = new SourceFile($code);
        $may = explode(' ', self::FUNCTIONS);
        $found = [
            ...array_diff($file->functions(), $may),
            ...array_filter($file->callables(), fn (string $name): bool => function_exists($name) && ! in_array($name, $may, true)),
            ...$file->of(...self::WORDS),
            ...array_filter($file->of(T_VARIABLE), fn (string $name): bool => preg_match(self::OUTSIDE, $name) === 1),
        ];
        foreach ($file->staticCalls() as [$class, $call]) {
            $isOfPhp = ! str_starts_with($class, 'PlumRota\\Core\\') && ! in_array($class, ['self', 'static', 'parent'], true);
            $isFault = $call === 'new' && is_a($class, \Throwable::class, true);
            if ($isOfPhp && ! $isFault && ! in_array($call, self::CALLS[$class] ?? [], true)) {
                $found[] = "{$class}::{$call}";
            }
        }
        foreach (['DateTimeImmutable', 'DateTime'] as $class) {
            foreach ($file->firstArguments($class, 'new') as $first) {
                if (preg_match('/^[\'"]@/', $first) !== 1) {
                    $found[] = "a moment out of {$first}";
                }
            }
        }

        return array_values(array_unique($found));
    }
}
