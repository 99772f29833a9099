<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/** Numbered as ISO 8601 numbers them (Monday is 1); the case names are the two letters of RFC 5545 3.3.10. */
enum Weekday: int
{
    case MO = 1;
    case TU = 2;
    case WE = 3;
    case TH = 4;
    case FR = 5;
    case SA = 6;
    case SU = 7;

    /** @param  int  $day days since 1970-01-01, which was a Thursday */
    public static function ofDayNumber(int $day): self
    {
        return self::from(self::numberOf($day));
    }

    /** The same as a plain number, 1 for Monday to 7 for Sunday. */
    public static function numberOf(int $day): int
    {
        return (((($day + 3) % 7) + 7) % 7) + 1;
    }

    public static function tryFromLetters(string $letters): ?self
    {
        foreach (self::cases() as $case) {
            if ($case->name === $letters) {
                return $case;
            }
        }

        return null;
    }

    public function english(): string
    {
        return EnglishNames::weekday($this);
    }
}
