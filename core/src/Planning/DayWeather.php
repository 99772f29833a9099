<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning;

use PlumRota\Core\Time\LocalDate;

/** What weather is expected on a day. */
final readonly class DayWeather
{
    public const MARKS = ['clear', 'cloud', 'fog', 'rain', 'storm', 'snow'];

    /** Degrees Celsius. */
    private const HEAT = 30;

    /**
     * @param  string  $mark  one of MARKS
     * @param  int  $low  degrees Celsius
     * @param  int  $high  degrees Celsius
     */
    public function __construct(public LocalDate $date, public string $mark, public int $low, public int $high)
    {
    }

    /** @return list<'rain'|'frost'|'heat'> what whoever works outdoors is warned of */
    public function warnings(): array
    {
        $warnings = [];
        if (in_array($this->mark, ['rain', 'storm', 'snow'], true)) {
            $warnings[] = 'rain';
        }
        if ($this->low <= 0) {
            $warnings[] = 'frost';
        }
        if ($this->high >= self::HEAT) {
            $warnings[] = 'heat';
        }

        return $warnings;
    }
}
