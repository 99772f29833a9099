<?php

declare(strict_types=1);

namespace App\Actions\Accounts;

use App\Journal\WritePath;
use App\Models\Area;
use App\Models\Calendar;
use App\Models\User;

/** The first account, with one life area and one calendar to begin in. */
final readonly class OpenAccount
{
    /** Eight hours on working days, six on Saturday, four on Sunday; awake from six to ten. */
    private const WEEK_MINUTES = [480, 480, 480, 480, 480, 360, 240];

    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array{name: string, email: string, password: string, zone: string}  $values */
    public function open(array $values): User
    {
        return $this->writes->begin(function () use ($values): User {
            $user = User::query()->create([...$values, 'week' => self::week()]);
            $area = Area::query()->create(['user_id' => $user->id, 'name' => 'Household', 'colour' => 'ochre']);
            $calendar = Calendar::query()->create(['user_id' => $user->id, 'area_id' => $area->id, 'name' => 'Household']);
            $user->update(['default_calendar_id' => $calendar->id]);

            return $user->refresh();
        });
    }

    /** @return list<array{minutes: int, wakes: int, sleeps: int, theme: string}> */
    public static function week(): array
    {
        return array_map(fn (int $minutes): array => ['minutes' => $minutes, 'wakes' => 360, 'sleeps' => 1320, 'theme' => ''], self::WEEK_MINUTES);
    }
}
