<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/**
 * What is kept from one line to the next: how many there were, by which what is remembered of each is known, and patterns put
 * together.
 */
final class Kept
{
    public static int $lines = 0;

    /** @var array<int, array<string, string>> by manner and by what they are made of */
    public static array $patterns = [];

    /** @var list<string>|null patterns of what comes round */
    public static ?array $rhythms = null;
}
