<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Models\User;
use App\Reading\EntryRows;

/** The labels an account's entries carry, the commonest first. */
final readonly class Labels
{
    public function __construct(private EntryRows $rows)
    {
    }

    /** @return list<string> */
    public function of(User $user): array
    {
        return $this->rows->labels(Visible::to($user));
    }
}
