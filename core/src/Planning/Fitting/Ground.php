<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/** Some days in a row into which work is fitted: what of them is free, what they have to give, and when one is at one's best. */
final readonly class Ground
{
    public const DAY = 1440;

    /**
     * @param  list<list<array{int, int}>>  $free  of each day, its free stretches in order: minutes from the first midnight
     * @param  list<int>  $capacity  minutes that each day still has to give, of its hours
     * @param  list<array{int, int}>  $demanding  stretches that are taken by demanding work already
     * @param  list<int>  $strength  of each of the 24 hours: 2 where one is at one's best, 1 where one is fair, 0 else
     * @param  int  $mostDemanding  minutes of demanding work in a row; what takes longer by itself stands alone
     */
    public function __construct(
        public array $free,
        public array $capacity,
        public array $demanding = [],
        public array $strength = self::USUAL_STRENGTH,
        public int $mostDemanding = 180,
    ) {
    }

    private const USUAL_STRENGTH = [0, 0, 0, 0, 0, 0, 1, 1, 2, 2, 2, 2, 1, 1, 1, 1, 1, 1, 0, 0, 0, 0, 0, 0];

    public static function dayOf(int $minute): int
    {
        return intdiv($minute, self::DAY);
    }
}
