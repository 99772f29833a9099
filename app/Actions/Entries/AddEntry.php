<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\ProtectedBlocks;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\IsProtected;

final readonly class AddEntry
{
    public function __construct(private WritePath $writes, private ProtectedBlocks $protected, private KeepLeadUps $leadUps)
    {
    }

    /**
     * A start that its rule does not choose gives way to the first date that it does.
     *
     * @param  bool  $mayCover  whether it may lie over protected blocks
     *
     * @throws IsProtected|CannotReschedule
     */
    public function add(User $user, EntryValues $values, bool $mayCover = false): Entry
    {
        return $this->writes->run($user, "Added “{$values->title()}”", function () use ($user, $values, $mayCover): Entry {
            $series = $values->series?->startingOnRule();
            if (! $mayCover) {
                $this->protected->keepFree($user, $series);
            }
            $entry = Changeable::by($user)->newEntry([]);
            SaveSeries::into($entry, $series, $values->columns);
            if ($values->leadUps !== null && $values->leadUps !== []) {
                $this->leadUps->keep($user, $entry, $values->leadUps);
            }

            return $entry;
        });
    }
}
