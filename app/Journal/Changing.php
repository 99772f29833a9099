<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Contracts\Auth\Authenticatable;

/** Announced inside the transaction of a change, before anything is changed. */
final readonly class Changing
{
    public function __construct(public Authenticatable $user)
    {
    }
}
