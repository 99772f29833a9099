<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use Generator;

/** The periods of a rule, one after the other, and what it chooses in each, seen from the period that holds the start. */
interface Walk
{
    /**
     * @param  int  $number  how many periods to pass over; those that INTERVAL leaves out are not counted
     * @return Generator<int, list<int>> the first second of a period, and the seconds from there that the rule chooses,
     *                                   ascending; without end, unless nothing can follow
     */
    public function from(int $number): Generator;

    /** How many periods hold nothing that comes at or after a second. */
    public function before(int $second): int;

    /** How many seconds the first so many periods have together; null where only walking tells. */
    public function sizeOf(int $number): ?int;

    /** After so many seconds in which it chooses nothing, a rule never will. */
    public function cycle(): int;
}
