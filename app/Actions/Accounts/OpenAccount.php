<?php

declare(strict_types=1);

namespace App\Actions\Accounts;

use App\Access\Changeable;
use App\Accounts\Links;
use App\Journal\WritePath;
use App\Models\Area;
use App\Models\Calendar;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** An account, with one life area and one calendar to begin in. The first is anybody's; every other is invited. */
final readonly class OpenAccount
{
    /** Eight hours on working days, six on Saturday, four on Sunday; awake from six to ten. */
    private const WEEK_MINUTES = [480, 480, 480, 480, 480, 360, 240];

    public function __construct(private WritePath $writes, private Links $links)
    {
    }

    /**
     * The first account. Of several that ask at once one gets it.
     *
     * @param  array{name: string, email: string, password: string, zone: string, ...}  $values
     * @return User|null null when there is one already
     */
    public function openFirst(array $values): ?User
    {
        // The write lock is held from before the look: nobody comes in between.
        return DB::transaction(fn (): ?User => User::query()->exists() ? null : $this->open($values));
    }

    /**
     * @param  array{name: string, email: string, password: string, zone: string, ...}  $values
     * @return User|null null when the invitation is not good, or not any more
     */
    public function openInvited(string $token, array $values): ?User
    {
        return DB::transaction(function () use ($token, $values): ?User {
            $link = $this->links->find('invitation', $token);
            if ($link === null) {
                return null;
            }
            $this->links->use($link);

            return $this->open($values);
        });
    }

    /** @param  array{name: string, email: string, password: string, zone: string, ...}  $values */
    public function open(array $values): User
    {
        return $this->writes->begin(function () use ($values): User {
            $user = User::query()->create([...$values, 'week' => self::week()]);
            $mine = Changeable::by($user);
            $area = $mine->newArea(['name' => 'Household', 'colour' => 'ochre']);
            $area->save();
            $calendar = $mine->newCalendar(['area_id' => $area->id, 'name' => 'Household']);
            $calendar->save();
            $user->update(['default_calendar_id' => $calendar->id]);

            return $user->refresh();
        });
    }

    /** @return list<array{minutes: int, wakes: int, sleeps: int, theme: string}> */
    public static function week(): array
    {
        return array_map(
            fn (int $minutes): array => ['minutes' => $minutes, 'wakes' => 360, 'sleeps' => 1320, 'theme' => ''],
            self::WEEK_MINUTES,
        );
    }
}
