<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/** A length of time in words. */
final class Length
{
    /** As lengths are said in sentences: 45 min, 1 h, 1 h 30 min. */
    public static function inWords(int $minutes): string
    {
        $parts = [intdiv($minutes, 60) > 0 ? intdiv($minutes, 60).' h' : '', $minutes % 60 > 0 ? $minutes % 60 .' min' : ''];

        return implode(' ', array_filter($parts)) ?: '0 min';
    }
}
