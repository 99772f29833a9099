<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use IntlCalendar;

/**
 * The years and months of a calendar that ext-intl knows, numbered as RFC 7529 4.2 numbers them: months from 1, a leap
 * month by the number of the one before it and an L.
 *
 * @phpstan-type Month array{month: int, leap: bool, first: int, length: int}
 */
final class OtherCalendar
{
    /** The names of RSCALE beside GREGORIAN, as the Unicode locale data has them. */
    public const NAMES = [
        'HEBREW',
        'CHINESE',
        'DANGI',
        'ISLAMIC-CIVIL',
        'ISLAMIC-TBLA',
        'ETHIOPIC',
        'COPTIC',
        'PERSIAN',
        'INDIAN',
    ];

    private const DAY_MS = 86_400_000;

    private readonly IntlCalendar $calendar;

    /** @var array<int, list<Month>> */
    private array $years = [];

    /** @throws InvalidRule when ext-intl cannot make it */
    public function __construct(private readonly string $name)
    {
        $this->calendar = IntlCalendar::createInstance('UTC', 'en@calendar='.strtolower($name));
        if ($this->calendar->getType() !== strtolower($name)) {
            throw new InvalidRule("RSCALE: there is no calendar “{$name}” here.");
        }
    }

    /** @return array{year: int, month: int, leap: bool, date: int} of a day number */
    public function fields(int $day): array
    {
        $this->calendar->setTime((float) $day * self::DAY_MS);
        [$month, $leap] = $this->month();

        return [
            'year' => $this->get(IntlCalendar::FIELD_EXTENDED_YEAR),
            'month' => $month,
            'leap' => $leap,
            'date' => $this->get(IntlCalendar::FIELD_DAY_OF_MONTH),
        ];
    }

    /**
     * What it takes to work out a year, in microseconds: where months follow the moon itself, the library reckons with its
     * course.
     */
    public function costOf(int $year): int
    {
        return match (true) {
            isset($this->years[$year]) => 1,
            $this->name === 'CHINESE', $this->name === 'DANGI' => 2000,
            default => 50,
        };
    }

    /** @return list<Month> the months of a year, with their first day numbers */
    public function months(int $year): array
    {
        if (isset($this->years[$year])) {
            return $this->years[$year];
        }
        $this->calendar->clear();
        $this->calendar->set(IntlCalendar::FIELD_EXTENDED_YEAR, $year);
        $this->calendar->set(IntlCalendar::FIELD_MONTH, 0);
        $this->calendar->set(IntlCalendar::FIELD_DAY_OF_MONTH, 1);
        $day = (int) floor($this->calendar->getTime() / self::DAY_MS);
        $months = [];
        while (count($months) < 14) {
            $this->calendar->setTime((float) $day * self::DAY_MS);
            if ($this->get(IntlCalendar::FIELD_EXTENDED_YEAR) !== $year) {
                break;
            }
            [$month, $leap] = $this->month();
            $length = (int) $this->calendar->getActualMaximum(IntlCalendar::FIELD_DAY_OF_MONTH);
            $months[] = ['month' => $month, 'leap' => $leap, 'first' => $day, 'length' => $length];
            $day += $length;
        }

        return $this->years[$year] = $months;
    }

    /** @return array{int, bool} */
    private function month(): array
    {
        $number = $this->get(IntlCalendar::FIELD_MONTH);
        if ($this->name === 'HEBREW') {
            // The library counts Adar I, which only leap years have, as a month of its own.
            return $number === 5 ? [5, true] : [$number < 5 ? $number + 1 : $number, false];
        }
        $mayLeap = $this->name === 'CHINESE' || $this->name === 'DANGI';

        return [$number + 1, $mayLeap && $this->get(IntlCalendar::FIELD_IS_LEAP_MONTH) === 1];
    }

    private function get(int $field): int
    {
        return $this->calendar->get($field);
    }
}
