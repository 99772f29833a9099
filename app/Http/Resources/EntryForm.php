<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Access\Changeable;
use App\Models\Calendar;
use App\Models\Entry;
use App\Models\User;

/**
 * An entry as a sheet sends it (EntryInput of the contract): what may be said of it, and what a new one has before anything is
 * said.
 */
final class EntryForm
{
    /** What a sheet shows besides, and does not send. */
    private const SHOWN_ONLY = ['id', 'in_words', 'done', 'version', 'notes_html', 'attachments', 'leads_to', 'after'];

    /** Not saved. What is not said of it is as the calendar has it. */
    public static function blank(User $user, ?Calendar $calendar): Entry
    {
        return Changeable::by($user)->newEntry(['own_reminders' => false, ...$calendar?->defaults() ?? []]);
    }

    /** @return array<string, mixed> */
    public static function of(Entry $entry): array
    {
        return array_diff_key((new EntryResource($entry))->fields(), array_flip(self::SHOWN_ONLY));
    }
}
