<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Delivery;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;

/** @property Delivery $resource */
final class DeliveryResource extends JsonResource
{
    public static $wrap = null;

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $delivery = $this->resource;

        return [
            'id' => $delivery->id,
            'entry_id' => $delivery->entry_id,
            'recurrence_id' => $delivery->recurrence_id,
            'title' => $delivery->entry->title,
            'kind' => $delivery->entry->kind,
            'all_day' => $delivery->entry->all_day,
            'area_id' => $delivery->entry->calendar->area_id,
            'moment' => $delivery->moment,
            'starts_at' => $delivery->starts_at,
            'claimed' => $delivery->claimed_at !== null,
        ];
    }
}
