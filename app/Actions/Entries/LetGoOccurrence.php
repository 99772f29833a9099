<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Actions\Reminders\QuietReminders;
use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use Carbon\CarbonImmutable;
use PlumRota\Core\Schedule\NoSuchOccurrence;

/** Decides not to do something after all, or to do it nevertheless. It leaves the views and stays in the record. */
final readonly class LetGoOccurrence
{
    public function __construct(private WritePath $writes, private WriteOverride $overrides)
    {
    }

    /** @throws NoSuchOccurrence */
    public function letGo(User $user, Entry $entry, string $recurrenceId, bool $goes): void
    {
        $title = SeriesOf::detailsOf($entry, $recurrenceId)->title;
        $this->writes->run($user, $goes ? "Let go “{$title}”" : "Took “{$title}” up again", function () use (
            $entry,
            $recurrenceId,
            $goes,
        ): void {
            $now = CarbonImmutable::now()->getTimestamp();
            $this->overrides->apply($entry, $recurrenceId, ['let_go_at' => $goes ? $now : null]);
            if ($goes) {
                QuietReminders::of($entry->id, $recurrenceId);
            }
        });
    }
}
