<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Access\Visible;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Capture\FilingWords;

/** Which rules file an entry, and which entries a rule would file. */
final class Filing
{
    /** @return array{calendar_id: string|null, colour: string|null} from the first rules that say something of each */
    public function for(User $user, string $title): array
    {
        $filed = ['calendar_id' => null, 'colour' => null];
        foreach ($user->filingRules()->get() as $rule) {
            if (FilingWords::standIn($title, $rule->words)) {
                $filed['calendar_id'] ??= $rule->calendar_id;
                $filed['colour'] ??= $rule->colour;
            }
        }

        return $filed;
    }

    /** @return list<Entry> those a rule would change */
    public function wouldChange(User $user, string $words, ?string $calendarId, ?string $colour): array
    {
        return array_values(
            Visible::to($user)
                ->entries()
                ->orderBy('title')
                ->orderBy('id')
                ->get()
                ->filter(
                    fn (Entry $entry): bool => FilingWords::standIn($entry->title, $words) &&
                        (($calendarId !== null && $entry->calendar_id !== $calendarId) ||
                            ($colour !== null && $entry->colour !== $colour)),
                )
                ->all(),
        );
    }
}
