<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Calendar;
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
            'missed' => $calendar->missed,
            'reminders' => $calendar->reminders,
            'reminders_all_day' => $calendar->reminders_all_day,
            'entries' => is_numeric($calendar->getAttribute('entries_count'))
                ? (int) $calendar->getAttribute('entries_count')
                : $calendar->entries()->count(),
        ];
    }
}
