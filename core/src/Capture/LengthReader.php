<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** Reads how long something takes. */
final readonly class LengthReader
{
    public const LENGTH =
        '(?:(?<quarters>(?:(?:a|three|one)\s+quarters?|quarter)\s+of\s+an\s+hour)|(?<halfhour>half\s+an\s+hour)|'.
        '(?<andquarter>(?:(?:an?|one)\s+)?hour\s+and\s+a\s+quarter)|(?<andhalf>(?:(?:an?|one)\s+)?hour\s+and\s+a\s+half|(?<whole>'.
        Words::NUMBER.
        ')\s+and\s+a\s+half\s+hours)|'.
        '(?<!\bat )(?!(?:1[2-9]|2[0-3])\s?h\s+\d)(?<h>\d+(?:[.,]\d+)?|'.
        Words::NUMBER.
        '(?=\s))\s?(?:hours?|hrs?|h)(?:\s?(?:and\s+)?(?<hm>[0-5]?\d)(?!\d)(?:\s?(?:minutes?|mins?|m))?)?|'.
        '(?<m>\d{1,4}|'.
        Words::NUMBER.
        '(?=\s))(?:\s?(?:minutes?|mins?)|m))';

    /** Minutes. */
    public static function minutes(Found $found): int
    {
        return match (true) {
            $found->has('quarters') => str_starts_with($found->get('quarters'), 'three') ? 45 : 15,
            $found->has('halfhour') => 30,
            $found->has('andquarter') => 75,
            $found->has('whole') => Words::number($found->get('whole')) * 60 + 30,
            $found->has('andhalf') => 90,
            $found->has('h') => (int) round(
                60 *
                    (preg_match('/^[\d.,]+$/', $found->get('h')) === 1
                        ? (float) str_replace(',', '.', $found->get('h'))
                        : Words::number($found->get('h'))),
            ) + (int) $found->get('hm'),
            default => Words::number($found->get('m')),
        };
    }
}
