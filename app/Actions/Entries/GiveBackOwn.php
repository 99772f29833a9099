<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Mapping\SeriesColumns;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\NoSuchOccurrence;

/** Makes one occurrence of a routine like the others again: its place and whatever else it had of its own. A tick stays. */
final readonly class GiveBackOwn
{
    public function __construct(private WritePath $writes, private WriteOverride $overrides)
    {
    }

    /** @throws NoSuchOccurrence */
    public function giveBack(User $user, Entry $entry, string $recurrenceId): void
    {
        $title = SeriesOf::detailsOf($entry, $recurrenceId)->title;
        $this->writes->run($user, "Made “{$title}” like the others again", function () use ($entry, $recurrenceId): void {
            $fields = $entry->overrides()->where('recurrence_id', $recurrenceId)->first()->fields ?? [];
            $this->overrides->apply($entry, $recurrenceId, [
                'fields' => array_diff_key($fields, array_flip(Details::OWN)),
                ...SeriesColumns::NOT_MOVED,
            ]);
            $entry->version++;
            $entry->save();
        });
    }
}
