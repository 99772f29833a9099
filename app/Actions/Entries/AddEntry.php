<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;

final readonly class AddEntry
{
    public function __construct(private WritePath $writes)
    {
    }

    /** A start that its rule does not choose gives way to the first date that it does. */
    public function add(User $user, EntryValues $values): Entry
    {
        return $this->writes->run($user, "Added “{$values->title()}”", function () use ($user, $values): Entry {
            $entry = new Entry(['user_id' => $user->id]);
            SaveSeries::into($entry, $values->series?->startingOnRule(), $values->columns);

            return $entry;
        });
    }
}
