<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

use Stringable;

/** A time on the wall clock, to the second. */
final readonly class LocalTime implements Stringable
{
    /** @param  int  $seconds since midnight, 0 to 86399 */
    private function __construct(public int $seconds)
    {
    }

    /** @throws InvalidTime when the clock has no such time */
    public static function of(int $hour, int $minute = 0, int $second = 0): self
    {
        if ($hour < 0 || $hour > 23 || $minute < 0 || $minute > 59 || $second < 0 || $second > 59) {
            throw new InvalidTime(sprintf('There is no time %02d:%02d:%02d on a clock.', $hour, $minute, $second));
        }

        return new self($hour * 3600 + $minute * 60 + $second);
    }

    /**
     * @param  string  $text HH:MM or HH:MM:SS
     *
     * @throws InvalidTime
     */
    public static function parse(string $text): self
    {
        if (preg_match('/^(\d\d):(\d\d)(?::(\d\d))?$/D', $text, $m) !== 1) {
            throw new InvalidTime('A time is written like 07:15.');
        }

        return self::of((int) $m[1], (int) $m[2], (int) ($m[3] ?? 0));
    }

    public function hour(): int
    {
        return intdiv($this->seconds, 3600);
    }

    public function minute(): int
    {
        return intdiv($this->seconds, 60) % 60;
    }

    /** HH:MM, with seconds only where there are any. */
    public function __toString(): string
    {
        $second = $this->seconds % 60;

        return sprintf('%02d:%02d', $this->hour(), $this->minute()).($second > 0 ? sprintf(':%02d', $second) : '');
    }
}
