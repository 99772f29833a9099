<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/** Some days in a row into which work is fitted: what of them is free, what they have to give, and when one is at one's best. */
final readonly class Ground
{
    public const DAY = 1440;

    /** Of each hour of a day, where somebody has said nothing of it. */
    public const USUAL_STRENGTH = [0, 0, 0, 0, 0, 0, 1, 1, 2, 2, 2, 2, 1, 1, 1, 1, 1, 1, 0, 0, 0, 0, 0, 0];

    /**
     * @param  list<list<array{int, int}>>  $free  of each day, its free stretches in order: minutes from the first midnight
     * @param  list<int>  $capacity  minutes that each day still has to give, of its hours
     * @param  list<array{int, int}>  $demanding  stretches that are taken by demanding work already
     * @param  list<int>  $strength  of each of the 24 hours: 2 where one is at one's best, 1 where one is fair, 0 else
     * @param  int  $mostDemanding  minutes of demanding work in a row; what takes longer by itself stands alone
     * @param  int  $pause  minutes at least between two works
     * @param  list<array{int, int}>  $kept  stretches that are kept whole: only demanding work may stand there
     * @param  array<string, list<array{int, int}>>  $places  when one is somewhere already, by the place in small letters
     */
    public function __construct(
        public array $free,
        public array $capacity,
        public array $demanding = [],
        public array $strength = self::USUAL_STRENGTH,
        public int $mostDemanding = 180,
        public int $pause = 0,
        public array $kept = [],
        public array $places = [],
    ) {
    }

    public static function dayOf(int $minute): int
    {
        return intdiv($minute, self::DAY);
    }
}
