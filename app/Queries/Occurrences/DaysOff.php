<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Models\User;
use App\Queries\Planning\Holidays;
use PlumRota\Core\Recurrence\DayMarks;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

/** The days on which a person does not work: by weekday, and the public holidays of the chosen country. */
final class DaysOff
{
    /** @var array<int, DayMarks> by account */
    private array $known = [];

    public function __construct(private readonly Holidays $holidays)
    {
    }

    public function marks(User $user): DayMarks
    {
        return $this->known[$user->id] ??= new DayMarks(
            array_map(LocalDate::parse(...), array_keys($this->holidays->of($user->holidays))),
            array_map(Weekday::from(...), $user->work_days),
        );
    }
}
