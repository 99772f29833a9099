<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\InvalidTime;

/** How long before a date something is to be done: so many days, weeks or working days. */
final readonly class Lead
{
    public const MOST = ['days' => 366, 'weeks' => 52, 'working_days' => 250];

    /** So many days without a working day are passed over, and no more. */
    private const MOST_OFF = 60;

    /**
     * @param  int  $count  0 is the date itself
     * @param  string  $unit  days, weeks or working_days
     * @param  int  $shift  days from where the rule puts an occurrence to the date that is counted back from, as to its due date
     *
     * @throws InvalidTime
     */
    public function __construct(public int $count, public string $unit, public int $shift = 0)
    {
        if (! isset(self::MOST[$unit])) {
            throw new InvalidTime('A lead is counted in days, weeks or working days.');
        }
        if ($count < 0 || $count > self::MOST[$unit]) {
            throw new InvalidTime(sprintf('A lead lies between 0 and %d %s.', self::MOST[$unit], str_replace('_', ' ', $unit)));
        }
    }

    /**
     * The day on which it is to be done.
     *
     * @param  int  $day  day number of the date
     */
    public function before(int $day, DayMarks $marks): int
    {
        if ($this->unit !== 'working_days') {
            return $day - $this->count * ($this->unit === 'weeks' ? 7 : 1);
        }
        $furthest = $day - 2 * $this->count - self::MOST_OFF;
        for ($left = $this->count; $left > 0 && $day > $furthest;) {
            $day--;
            if ($marks->isWorking($day)) {
                $left--;
            }
        }

        return $day;
    }

    /** Days between which and where the rule puts an occurrence this may send it, back and on. */
    public function reach(): int
    {
        $back = match ($this->unit) {
            'days' => $this->count,
            'weeks' => 7 * $this->count,
            default => 2 * $this->count + self::MOST_OFF,
        };

        return $back + abs($this->shift);
    }

    public function inWords(): string
    {
        $unit = str_replace('_', ' ', $this->count === 1 ? substr($this->unit, 0, -1) : $this->unit);

        return $this->count === 0 ? 'on the day' : "{$this->count} {$unit} before";
    }
}
