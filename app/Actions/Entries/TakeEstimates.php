<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\User;

/** Takes what things really took as their estimate, in one step. */
final readonly class TakeEstimates
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array<string, int>  $estimates  minutes by entry */
    public function take(User $user, array $estimates): void
    {
        $number = count($estimates);
        $this->writes->run($user, $number === 1 ? 'Took an estimate over' : "Took {$number} estimates over", function () use (
            $user,
            $estimates,
        ): void {
            foreach (Changeable::by($user)->entries()->whereIn('id', array_keys($estimates))->get() as $entry) {
                $entry->update(['estimate' => $estimates[$entry->id], 'version' => $entry->version + 1]);
            }
        });
    }
}
