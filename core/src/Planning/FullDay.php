<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

/** How many tasks a day is meant to hold, and whether it holds more. */
final readonly class FullDay
{
    /** About two musts and eight others a day are common practice. */
    public function __construct(public int $musts = 2, public int $others = 8)
    {
    }

    /** @return list<string> what is too much, as sentences; empty when the day holds */
    public function complaints(int $musts, int $others): array
    {
        return array_values(
            array_filter([
                $musts > $this->musts ? self::sentence($musts, $this->musts, 'must', 'musts') : null,
                $others > $this->others ? self::sentence($others, $this->others, 'other', 'others') : null,
            ]),
        );
    }

    private static function sentence(int $have, int $limit, string $one, string $many): string
    {
        return sprintf('%d %s, and %d %s the limit.', $have, $have === 1 ? $one : $many, $limit, $limit === 1 ? 'is' : 'are');
    }
}
