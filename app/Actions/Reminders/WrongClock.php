<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Models\Delivery;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Log;
use PlumRota\Core\Time\ClockDrift;

/**
 * What a clock that was ahead has done, once it is set right: reminders of the weeks to come were handed over before their
 * time. They come again at their moment. What had fallen by the right clock too stays handed over.
 *
 * A clock that was behind for a while does no harm to what was handed over promptly: it is not early by the time the clock
 * has come there again. What had been handed over hours after its moment could come twice, if the wrong clock runs on through
 * just those hours; which of two clocks is right cannot be told from here.
 */
final class WrongClock
{
    /** Costs one look into an index when nothing was handed over in the future. */
    public function mend(): void
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $ahead = fn () => Delivery::query()->where('handed_at', '>', $now + ClockDrift::SECONDS);
        if ($ahead()->exists()) {
            $ahead()
                ->where('early', false)
                ->where('moment', '<=', $now)
                ->update(['handed_at' => $now]);
            $early = $ahead()
                ->where('early', false)
                ->update(['early' => true]);
            if ($early > 0) {
                Log::warning(
                    "The clock was ahead until now: {$early} reminders came before their time and come again at their moment.",
                );
            }
            $ahead()
                ->where('early', true)
                ->where('moment', '<=', $now)
                ->increment('repeated', 1, [
                    'early' => false,
                    'handed_at' => null,
                    'claim' => null,
                    'claimed_at' => null,
                    'shown_at' => null,
                    'answered_at' => null,
                    'gathered' => false,
                    'note_key' => null,
                    'retry_at' => null,
                    'tries' => 0,
                ]);
        }
        Delivery::query()
            ->where('early', true)
            ->where('handed_at', '<=', $now + ClockDrift::SECONDS)
            ->update(['early' => false]);
    }
}
