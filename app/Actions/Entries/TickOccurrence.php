<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Models\Delivery;
use App\Models\Entry;
use App\Models\User;
use Carbon\CarbonImmutable;

/** Marks one occurrence done, or not done after all; the routine itself goes on. */
final readonly class TickOccurrence
{
    public function __construct(private WritePath $writes, private TouchOccurrence $touch)
    {
    }

    /** @throws NoSuchOccurrence */
    public function tick(User $user, Entry $entry, string $recurrenceId, bool $done): void
    {
        $label = $done ? "Ticked off “{$entry->title}”" : "“{$entry->title}” is not done after all";
        $this->writes->run($user, $label, function () use ($entry, $recurrenceId, $done): void {
            $now = CarbonImmutable::now()->getTimestamp();
            $this->touch->apply($entry, $recurrenceId, ['done_at' => $done ? $now : null]);
            if ($done) {
                Delivery::query()->where('entry_id', $entry->id)->where('recurrence_id', $recurrenceId)->whereNull('answered_at')
                    ->update(['answered_at' => $now]);
            }
        });
    }
}
