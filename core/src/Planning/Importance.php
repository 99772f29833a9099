<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

/** In the words of MoSCoW; what has none stands between should and could. */
enum Importance: string
{
    /** More than anybody orders by hand. */
    private const POSITIONS = 1_000_000_000;

    case Must = 'must';
    case Should = 'should';
    case Could = 'could';

    /** 0 comes first. */
    public static function weight(?string $importance): int
    {
        return match ($importance) {
            'must' => 0,
            'should' => 1,
            'could' => 3,
            default => 2,
        };
    }

    /**
     * Where a task stands in the list of its day, the least first: by importance, then as it was ordered by hand.
     *
     * @param  int  $position  as it was ordered by hand, from 0
     */
    public static function rank(?string $importance, int $position): int
    {
        return self::weight($importance) * self::POSITIONS + min(max($position, 0), self::POSITIONS - 1);
    }
}
