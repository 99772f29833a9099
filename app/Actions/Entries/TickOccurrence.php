<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Actions\Reminders\QuietReminders;
use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\Timing;
use App\Models\User;
use App\Queries\Occurrences\RolledOn;
use Carbon\CarbonImmutable;
use PlumRota\Core\Schedule\NoSuchOccurrence;

/** Marks one occurrence done, or not done after all; the routine itself goes on. */
final readonly class TickOccurrence
{
    public function __construct(
        private WritePath $writes,
        private WriteOverride $overrides,
        private RolledOn $rolledOn,
        private PutOnDay $put,
    ) {
    }

    /**
     * @param  int|null  $at  Unix seconds at which it was done; null for now
     * @param  float|null  $amount  in the unit of the entry, where one is noted
     *
     * @throws NoSuchOccurrence
     */
    public function tick(
        User $user,
        Entry $entry,
        string $recurrenceId,
        bool $done,
        ?int $at = null,
        ?float $amount = null,
    ): void {
        $title = SeriesOf::detailsOf($entry, $recurrenceId)->title;
        $label = $done ? "Ticked off “{$title}”" : "“{$title}” is not done after all";
        $this->writes->run($user, $label, function () use ($user, $entry, $recurrenceId, $done, $at, $amount): void {
            $now = CarbonImmutable::now()->getTimestamp();
            if ($done && $this->rolledOn->of($user, $entry)?->recurrenceId === $recurrenceId) {
                // What has rolled on stays where it was done.
                $this->put->put($user, $entry, $recurrenceId, $user->wallNow()->date(), putsOff: false);
            }
            // An amount that is noted afterwards changes nothing of when it was done.
            $doneAt = $amount === null ? null : $entry->overrides()->where('recurrence_id', $recurrenceId)->value('done_at');
            $this->overrides->apply($entry, $recurrenceId, [
                'done_at' => $done ? $at ?? ($doneAt ?? $now) : null,
                'measured' => $done ? $amount : null,
            ]);
            if ($done) {
                foreach (
                    Timing::query()
                        ->where('entry_id', $entry->id)
                        ->where('recurrence_id', $recurrenceId)
                        ->whereNull('ended_at')
                        ->get() as $running
                ) {
                    $running->update(['ended_at' => $now]);
                }
                QuietReminders::of($entry->id, $recurrenceId);
            }
        });
    }
}
