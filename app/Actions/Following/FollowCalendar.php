<?php

declare(strict_types=1);

namespace App\Actions\Following;

use App\Access\Changeable;
use App\Following\Address;
use App\Following\FetchTrouble;
use App\Journal\WritePath;
use App\Models\Calendar;
use App\Models\Refresh;
use App\Models\User;

/** Makes a calendar that has what is at an address, once that could be read. Ending it is deleting the calendar. */
final readonly class FollowCalendar
{
    public function __construct(private WritePath $writes, private RefreshCalendar $refresh)
    {
    }

    /**
     * No step of the history: what it takes in later would hang in the air when it were taken back.
     *
     * @param  array{area_id: string, name: string, colour?: string|null, counted?: bool, hidden_words?: list<string>}  $values
     *
     * @throws FetchTrouble where it cannot be read, and nothing was made
     */
    public function follow(User $user, string $address, array $values): Calendar
    {
        $url = Address::of($address)->url;
        $calendar = $this->writes->quietly($user, function () use ($user, $url, $values): Calendar {
            $mine = Changeable::by($user);
            $calendar = $mine->newCalendar([
                ...$values,
                'follows' => $url,
                'reminders' => [],
                'position' => $mine->calendars()->count(),
            ]);
            $calendar->save();

            return $calendar;
        });
        $isRead = false;
        try {
            $isRead = $this->refresh->refresh($user, $calendar);
        } finally {
            $trouble = $isRead ? '' : Refresh::query()->find($calendar->id)->trouble ?? '';
            if (! $isRead) {
                $this->writes->quietly($user, function () use ($calendar): void {
                    Refresh::query()->whereKey($calendar->id)->delete();
                    $calendar->delete();
                });
            }
        }
        if (! $isRead) {
            throw new FetchTrouble($trouble);
        }

        return $calendar->refresh();
    }
}
