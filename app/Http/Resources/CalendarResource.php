<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Calendar;
use Carbon\CarbonImmutable;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** @property Calendar $resource */
final class CalendarResource extends JsonResource
{
    public static $wrap = null;

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $calendar = $this->resource;

        return [
            'id' => $calendar->id,
            'area_id' => $calendar->area_id,
            'name' => $calendar->name,
            'colour' => $calendar->colour,
            'hidden' => $calendar->hidden,
            'busy' => $calendar->busy,
            'margin_before' => $calendar->margin_before,
            'margin_after' => $calendar->margin_after,
            'missed' => $calendar->missed,
            'reminders' => $calendar->reminders,
            'reminders_all_day' => $calendar->reminders_all_day,
            'counted' => $calendar->counted,
            'following' => $calendar->follows === null ? null : self::following($calendar, $calendar->follows),
            'entries' => is_numeric($calendar->getAttribute('entries_count'))
                ? (int) $calendar->getAttribute('entries_count')
                : $calendar->entries()->count(),
        ];
    }

    /** @return array<string, mixed> the schema Following of the contract */
    private static function following(Calendar $calendar, string $address): array
    {
        $state = $calendar->refreshing;
        $at = fn (?int $second): ?string => $second === null
            ? null
            : CarbonImmutable::createFromTimestampUTC($second)->toIso8601ZuluString();

        return [
            'address' => $address,
            'hidden_words' => $calendar->hidden_words,
            'good_at' => $at($state?->good_at),
            'next_at' => $at($state?->next_at),
            'trouble' => $state?->trouble,
            'left_out' => $state->left_out ?? 0,
        ];
    }
}
