<?php

declare(strict_types=1);

namespace App\Actions\Accounts;

use App\Journal\WritePath;
use App\Models\User;

final readonly class ChangeAccount
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array<string, mixed>  $values columns of the users table */
    public function change(User $user, array $values): User
    {
        return $this->writes->run($user, 'Changed the settings', function () use ($user, $values): User {
            $user->update($values);

            return $user;
        });
    }
}
