<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** Words that file an entry when they stand in its title, in any case and anywhere within it. */
final class FilingWords
{
    public static function standIn(string $title, string $words): bool
    {
        $words = trim($words);

        return $words !== '' && mb_stripos($title, $words) !== false;
    }
}
