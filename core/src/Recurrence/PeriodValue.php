<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;

/** One value of an RDATE: a date, a date and time, or a period that brings its own length (RFC 5545 3.3.9, 3.8.5.2). */
final readonly class PeriodValue
{
    /** @param  int|null  $seconds how long it lasts, where the value says so */
    private function __construct(public LocalDateTime $start, public ?int $seconds)
    {
    }

    /**
     * @param  string  $text  2026-11-25, 20261125T071500, or either with a slash and an end or a duration behind it
     *
     * @throws InvalidTime
     */
    public static function parse(string $text): self
    {
        $parts = explode('/', $text, 2);
        $from = self::moment($parts[0]);
        if (! isset($parts[1])) {
            return new self($from, null);
        }
        $end = $parts[1];
        $seconds = str_starts_with($end, 'P') ? self::duration($end) : self::moment($end)->seconds - $from->seconds;
        if ($seconds <= 0) {
            throw new InvalidTime('A period ends after it starts.');
        }

        return new self($from, $seconds);
    }

    private static function moment(string $text): LocalDateTime
    {
        if (preg_match('/^(\d{4})-?(\d\d)-?(\d\d)(?:T(\d\d):?(\d\d)(?::?(\d\d))?)?$/D', $text, $m) !== 1) {
            throw new InvalidTime('A moment is written like 20261125T071500.');
        }
        $date = LocalDate::of((int) $m[1], (int) $m[2], (int) $m[3]);

        return LocalDateTime::of($date, LocalTime::of((int) ($m[4] ?? 0), (int) ($m[5] ?? 0), (int) ($m[6] ?? 0)));
    }

    /** RFC 5545 3.3.6 */
    private static function duration(string $text): int
    {
        if (
            preg_match(
                '/^P(?:(\d{1,4})W|(?:(\d{1,4})D)?(?:T(?:(\d{1,4})H)?(?:(\d{1,5})M)?(?:(\d{1,6})S)?)?)$/D',
                $text,
                $m,
                PREG_UNMATCHED_AS_NULL,
            ) !== 1
        ) {
            throw new InvalidTime('A duration is written like PT1H30M or P2D.');
        }
        $m += [1 => '', ''];

        return (int) ($m[1] ?? 0) * 604_800 +
            (int) ($m[2] ?? 0) * 86_400 +
            (int) ($m[3] ?? 0) * 3600 +
            (int) ($m[4] ?? 0) * 60 +
            (int) ($m[5] ?? 0);
    }
}
