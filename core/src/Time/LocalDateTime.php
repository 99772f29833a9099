<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

use Stringable;

/** A date and a time as read off a wall, without zone. */
final readonly class LocalDateTime implements Stringable
{
    private const MOST_REMEMBERED = 4000;

    /** @param  int  $seconds since 1970-01-01T00:00:00 on the same wall */
    private function __construct(public int $seconds)
    {
    }

    public static function of(LocalDate $date, LocalTime $time): self
    {
        return new self($date->dayNumber() * 86400 + $time->seconds);
    }

    public static function fromSeconds(int $seconds): self
    {
        return new self($seconds);
    }

    /**
     * @param  list<int>  $seconds
     * @return list<self>
     */
    public static function listOf(array $seconds): array
    {
        $list = [];
        foreach ($seconds as $second) {
            $list[] = new self($second);
        }

        return $list;
    }

    /**
     * @param  string  $text YYYY-MM-DDTHH:MM or YYYY-MM-DDTHH:MM:SS
     *
     * @throws InvalidTime
     */
    public static function parse(string $text): self
    {
        if (preg_match('/^(\d{4})-(\d\d)-(\d\d)T(\d\d):(\d\d)(?::(\d\d))?$/D', $text, $m) !== 1) {
            throw new InvalidTime('A date and time is written like 2026-11-25T07:15.');
        }

        return self::of(
            LocalDate::of((int) $m[1], (int) $m[2], (int) $m[3]),
            LocalTime::of((int) $m[4], (int) $m[5], (int) ($m[6] ?? 0)),
        );
    }

    public function dayNumber(): int
    {
        $second = $this->seconds % 86400;

        return intdiv($this->seconds - $second, 86400) - ($second < 0 ? 1 : 0);
    }

    public function date(): LocalDate
    {
        return LocalDate::fromDayNumber($this->dayNumber());
    }

    public function time(): LocalTime
    {
        $second = $this->seconds - $this->dayNumber() * 86400;

        return LocalTime::of(intdiv($second, 3600), intdiv($second, 60) % 60, $second % 60);
    }

    public function plusSeconds(int $seconds): self
    {
        return new self($this->seconds + $seconds);
    }

    public function plusMinutes(int $minutes): self
    {
        return new self($this->seconds + $minutes * 60);
    }

    /** YYYY-MM-DDTHH:MM:SS */
    public function __toString(): string
    {
        // The same few days and times are written over and over.
        /** @var array<int, string> $dates by day number */
        static $dates = [];
        /** @var array<int, string> $times by second of the day */
        static $times = [];
        $day = $this->dayNumber();
        $second = $this->seconds - $day * 86400;
        if (! isset($dates[$day]) && count($dates) >= self::MOST_REMEMBERED) {
            $dates = [];
        }
        if (! isset($times[$second]) && count($times) >= self::MOST_REMEMBERED) {
            $times = [];
        }

        return ($dates[$day] ??= (string) LocalDate::fromDayNumber($day)).
            ($times[$second] ??= sprintf('T%02d:%02d:%02d', intdiv($second, 3600), intdiv($second, 60) % 60, $second % 60));
    }
}
