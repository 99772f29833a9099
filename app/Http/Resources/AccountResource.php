<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Actions\Attachments\Quota;
use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use PlumRota\Core\Planning\Fitting\Ground;

/** @property User $resource */
final class AccountResource extends JsonResource
{
    public static $wrap = null;

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return [
            'version' => config('version.number'),
            'name' => $this->resource->name,
            'email' => $this->resource->email,
            'zone' => $this->resource->zone,
            'first_weekday' => $this->resource->first_weekday->value,
            'clock' => $this->resource->clock,
            'date_order' => $this->resource->date_order,
            'decimal_mark' => $this->resource->decimal_mark,
            'week_numbers' => $this->resource->week_numbers,
            'work_days' => $this->resource->work_days,
            'holidays' => $this->resource->holidays,
            'week' => $this->resource->week,
            'quiet_from' => $this->resource->quiet_from,
            'quiet_to' => $this->resource->quiet_to,
            'agenda_at' => $this->resource->agenda_at,
            'agenda_channels' => $this->resource->agenda_channels,
            'evening_at' => $this->resource->evening_at,
            'stint_minutes' => $this->resource->stint_minutes,
            'must_limit' => $this->resource->must_limit,
            'other_limit' => $this->resource->other_limit,
            'closing_questions' => $this->resource->closing_questions,
            'round_questions' => $this->resource->round_questions,
            'best_hours' => $this->resource->best_hours ?? Ground::USUAL_STRENGTH,
            'breathing' => $this->resource->breathing,
            'least_pause' => $this->resource->least_pause,
            'deep_minutes' => $this->resource->deep_minutes,
            'weather' => $this->resource->weather,
            'weather_place' => $this->resource->weather_place,
            'files' => ['used' => Quota::used($this->resource), 'most' => Quota::most()],
            'default_calendar_id' => $this->resource->default_calendar_id,
            'new_entry' => array_diff_key(EntryForm::of(EntryForm::blank($this->resource, null)), [
                'calendar_id' => true,
                'title' => true,
            ]),
        ];
    }
}
