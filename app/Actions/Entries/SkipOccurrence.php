<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Actions\Reminders\QuietReminders;
use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\NoSuchOccurrence;

/** Leaves one occurrence of a routine out, or takes it in again. */
final readonly class SkipOccurrence
{
    public function __construct(private WritePath $writes, private WriteOverride $overrides)
    {
    }

    /** @throws NoSuchOccurrence */
    public function skip(User $user, Entry $entry, string $recurrenceId, bool $skipped): void
    {
        $title = SeriesOf::detailsOf($entry, $recurrenceId)->title;
        $this->writes->run($user, $skipped ? "Skipped “{$title}”" : "Took “{$title}” in again", function () use (
            $entry,
            $recurrenceId,
            $skipped,
        ): void {
            $this->overrides->apply($entry, $recurrenceId, ['skipped' => $skipped]);
            if ($skipped) {
                QuietReminders::of($entry->id, $recurrenceId);
            }
        });
    }
}
