<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** The named groups of a matched pattern; one that took no part is the empty string. */
final readonly class Groups
{
    /** @param  array<int|string, string>  $words */
    public function __construct(private array $words)
    {
    }

    public function get(string $name): string
    {
        return $this->words[$name] ?? '';
    }
}
