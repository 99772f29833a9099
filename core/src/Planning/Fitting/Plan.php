<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/** Where works stand on a ground, and why some do not. */
final readonly class Plan
{
    /**
     * @param  array<string, int>  $starts  of those that have a place, by key, in the order of the keys
     * @param  array<string, HeldBack>  $left  the others
     * @param  array<string, list<array{int, int}>>  $pieces  of those that were split: start and minutes of each piece, in order
     */
    public function __construct(public array $starts, public array $left, public array $pieces = [])
    {
    }
}
