<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\User;
use Illuminate\Foundation\Http\FormRequest;

/** Who is asking: the routes that use this let nobody else in. */
final class Account
{
    public static function of(FormRequest|\Illuminate\Http\Request $request): User
    {
        $user = $request->user();
        assert($user instanceof User);

        return $user;
    }
}
