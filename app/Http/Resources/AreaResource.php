<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Area;
use App\Models\Calendar;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** @property Area $resource */
final class AreaResource extends JsonResource
{
    public static $wrap = null;

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $area = $this->resource;

        return [
            'id' => $area->id,
            'name' => $area->name,
            'colour' => $area->colour,
            'intended_minutes' => $area->intended_minutes,
            'hidden' => $area->hidden,
            'calendars' => $area->calendars
                ->map(fn (Calendar $calendar): array => (new CalendarResource($calendar))->toArray($request))
                ->values()
                ->all(),
        ];
    }
}
