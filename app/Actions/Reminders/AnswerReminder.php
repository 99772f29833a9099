<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Models\Delivery;
use Carbon\CarbonImmutable;

/** What a page does with a reminder that has fallen. */
final class AnswerReminder
{
    /** @return bool whether this page is the one that shows it; every other gets false */
    public function claim(Delivery $delivery): bool
    {
        return Delivery::query()->whereKey($delivery->id)->whereNull('claimed_at')
            ->update(['claimed_at' => CarbonImmutable::now()->getTimestamp()]) === 1;
    }

    public function dismiss(Delivery $delivery): void
    {
        Delivery::query()->whereKey($delivery->id)->whereNull('answered_at')
            ->update(['answered_at' => CarbonImmutable::now()->getTimestamp()]);
    }
}
