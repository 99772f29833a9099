<?php

declare(strict_types=1);

namespace App\Actions\Templates;

use App\Access\Changeable;
use App\Actions\Entries\CopyEntry;
use App\Journal\WritePath;
use App\Models\User;
use App\Queries\Templates\SingleEntries;
use PlumRota\Core\Schedule\IsProtected;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;

/** Copies what is no routine of a week a week on. */
final readonly class CopyWeek
{
    public function __construct(private WritePath $writes, private SingleEntries $entries, private CopyEntry $copy)
    {
    }

    /**
     * @param  list<string>  $ids  of entries of that week; of others nothing is copied
     * @return int how many were
     *
     * @throws IsProtected|NoSuchOccurrence
     */
    public function copy(User $user, LocalDate $first, array $ids): int
    {
        $wanted = array_values(
            array_filter($this->entries->of($user, $first), fn (array $one): bool => in_array($one['entry_id'], $ids, true)),
        );

        return $this->writes->run($user, 'Copied a week', function () use ($user, $wanted): int {
            foreach ($wanted as $one) {
                $entry = Changeable::by($user)->entry($one['entry_id']);
                $this->copy->copy($user, $entry, Series::ONCE, $one['to'], null, true);
            }

            return count($wanted);
        });
    }
}
