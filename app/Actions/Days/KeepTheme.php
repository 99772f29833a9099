<?php

declare(strict_types=1);

namespace App\Actions\Days;

use App\Journal\WritePath;
use App\Models\Theme;
use App\Models\User;

/** Says what some days are mainly for, or no more. */
final readonly class KeepTheme
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array{words: string, date: string, weeks: int, half: string|null}  $values */
    public function keep(User $user, array $values): Theme
    {
        return $this->writes->run($user, "Set the theme “{$values['words']}”", function () use ($user, $values): Theme {
            $theme = new Theme([...$values, 'user_id' => $user->id]);
            $theme->save();

            return $theme;
        });
    }

    public function remove(User $user, Theme $theme): void
    {
        $this->writes->run($user, "Took out the theme “{$theme->words}”", fn () => $theme->delete());
    }
}
