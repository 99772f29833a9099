<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** A match of a pattern in the line; offsets are bytes. */
final readonly class Found
{
    /**
     * @param  array<int|string, string>  $groups  those that took part, in usual spelling
     * @param  array<int|string, string>  $written  the same as they stand in the line
     * @param  array<int|string, int>  $places  where each of them begins
     */
    public function __construct(public int $from, public int $to, private array $groups, private array $written, private array $places)
    {
    }

    /** A named group in small letters with single spaces; empty where it took no part. */
    public function get(string $name): string
    {
        return mb_strtolower((string) preg_replace('/\s+/u', ' ', trim($this->groups[$name] ?? '')));
    }

    /** A named group as it is written. */
    public function written(string $name): string
    {
        return trim($this->written[$name] ?? '');
    }

    public function has(string $name): bool
    {
        return ($this->groups[$name] ?? '') !== '';
    }

    public function placeOf(string $name): int
    {
        return $this->places[$name] ?? $this->to;
    }
}
