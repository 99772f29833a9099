<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Models\User;
use Carbon\CarbonImmutable;

/** What could not be handed over by a channel, why, and when it is tried again; a sentence for the page, for each channel. */
final class Undelivered
{
    private const NAMES = ['mail' => 'by mail', 'phone' => 'to the phone', 'screen' => 'to the screen'];

    /** @return list<string> */
    public function of(User $user): array
    {
        $failed = $user
            ->deliveries()
            ->whereNull('handed_at')
            ->whereNull('dropped_at')
            ->whereNull('answered_at')
            ->where('tries', '>', 0)
            ->orderByDesc('tries')
            ->get();
        $sentences = [];
        foreach ($failed->groupBy('channel') as $channel => $some) {
            $first = $some->firstOrFail();
            $count = $some->count() === 1 ? 'One reminder' : "{$some->count()} reminders";
            $next = $first->retry_at ?? CarbonImmutable::now()->getTimestamp();
            $at = $user->timeZone()->wall($next)->time();
            $sentences[] =
                "{$count} could not be sent ".
                (self::NAMES[$channel] ?? (string) $channel).
                ": {$first->trouble} Tried {$first->tries} ".
                ($first->tries === 1 ? 'time' : 'times').
                ", again at {$at->hour()}:".
                sprintf('%02d', $at->minute()).
                '.';
        }

        return $sentences;
    }
}
