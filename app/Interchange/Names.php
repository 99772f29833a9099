<?php

declare(strict_types=1);

namespace App\Interchange;

/** What our words are called in iCalendar, and the other way round. */
final class Names
{
    /** Our own properties begin with this; after it comes the name of a column. */
    public const OWN = 'X-PLUM-ROTA-';

    /** COLOR takes the names of CSS (RFC 7986 5.9, CSS Color Module Level 3, 4.3). */
    public const COLOURS = [
        'indigo' => 'indigo',
        'teal' => 'teal',
        'ochre' => 'goldenrod',
        'brick' => 'firebrick',
        'olive' => 'olive',
        'rose' => 'palevioletred',
        'steel' => 'steelblue',
        'amber' => 'orange',
        'violet' => 'blueviolet',
        'forest' => 'forestgreen',
        'cyan' => 'darkcyan',
        'slate' => 'slategray',
    ];

    /** PRIORITY (RFC 5545 3.8.1.9): 1 is the highest; without one it is undefined. */
    public const PRIORITIES = ['must' => 1, 'should' => 5, 'could' => 9];

    public static function importance(int $priority): ?string
    {
        return match (true) {
            $priority < 1 || $priority > 9 => null,
            $priority < 5 => 'must',
            $priority === 5 => 'should',
            default => 'could',
        };
    }

    public static function colour(string $css): ?string
    {
        return array_flip(self::COLOURS)[strtolower(trim($css))] ?? null;
    }
}
