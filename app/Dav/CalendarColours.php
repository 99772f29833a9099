<?php

declare(strict_types=1);

namespace App\Dav;

/** Our colours as clients write them: #RRGGBB, with or without how far one sees through. */
final class CalendarColours
{
    /** As resources/js/style/tokens.css has them by day. */
    public const HEX = [
        'indigo' => '4653a8',
        'teal' => '1f7a74',
        'ochre' => 'a8741a',
        'brick' => '9c4232',
        'olive' => '66752a',
        'rose' => 'b04a76',
        'steel' => '53697c',
        'amber' => 'b0690f',
        'violet' => '7a4b9e',
        'forest' => '2f6b3f',
        'cyan' => '1c7391',
        'slate' => '5b5f6b',
    ];

    public static function written(string $colour): string
    {
        return '#'.strtoupper(self::HEX[$colour] ?? self::HEX['slate']).'FF';
    }

    /** The nearest of ours; null for what is none. */
    public static function nearest(string $hex): ?string
    {
        if (preg_match('/^#([0-9a-f]{2})([0-9a-f]{2})([0-9a-f]{2})(?:[0-9a-f]{2})?$/Di', trim($hex), $m) !== 1) {
            return null;
        }
        $is = array_map(hexdec(...), array_slice($m, 1, 3));
        $far = array_map(
            fn (string $of): float => array_sum(
                array_map(fn (int|float $a, string $b): float => ($a - hexdec($b)) ** 2, $is, str_split($of, 2)),
            ),
            self::HEX,
        );

        return (string) array_search(min($far), $far, true);
    }
}
