<?php

declare(strict_types=1);

namespace App\Actions\Filing;

use App\Journal\WritePath;
use App\Models\FilingRule;
use App\Models\User;
use App\Queries\Planning\Filing;

/** Files what is there already by a rule. */
final readonly class ApplyFilingRule
{
    public function __construct(private WritePath $writes, private Filing $filing)
    {
    }

    /** @return int how many entries changed */
    public function apply(User $user, FilingRule $rule): int
    {
        return $this->writes->run($user, "Filed by “{$rule->words}”", function () use ($user, $rule): int {
            $entries = $this->filing->wouldChange($user, $rule->words, $rule->calendar_id, $rule->colour);
            foreach ($entries as $entry) {
                $entry->update([
                    'calendar_id' => $rule->calendar_id ?? $entry->calendar_id,
                    'colour' => $rule->colour ?? $entry->colour,
                    'version' => $entry->version + 1,
                ]);
            }

            return count($entries);
        });
    }
}
