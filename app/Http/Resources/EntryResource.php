<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Http\Requests\Account;
use App\Mapping\SeriesOf;
use App\Models\Attachment;
use App\Models\Entry;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Schedule\SeriesInWords;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Region;
use PlumRota\Core\Time\Zone;

/** @property Entry $resource */
final class EntryResource extends JsonResource
{
    public static $wrap = null;

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        $user = Account::of($request);

        return $this->fields($user->region(), $user->wallNow()->date());
    }

    /** @return array<string, mixed> */
    public function fields(Region $region = new Region(), ?LocalDate $today = null): array
    {
        $entry = $this->resource;
        $series = SeriesOf::mendable($entry);
        $placement = $series?->placement;

        return [
            ...array_diff_key($entry->only(array_keys(EntryFields::sent())), ['reminders' => true]),
            'id' => $entry->id,
            'notes_html' => NotesAsHtml::of($entry->notes),
            'end' => match (true) {
                $placement === null => null,
                $placement->allDay => (string) $placement
                    ->end()
                    ->date()
                    ->plusDays(-1),
                $entry->end_zone !== null && $placement->zone !== null => (string) Zone::of($entry->end_zone)->wall(
                    $placement->zone->instant($placement->end()),
                ),
                default => (string) $placement->end(),
            },
            'floating' => $entry->start !== null && ! $entry->all_day && $entry->zone === null,
            'in_words' => $series === null ? null : SeriesInWords::of($series, $region, $today),
            'lead_ups' => $entry->exists ? LeadUpsShown::of($entry) : [],
            'leads_to' => LeadUpsShown::anchor($entry),
            'after' => LeadUpsShown::preceding($entry),
            'reminders' => $entry->own_reminders ? $entry->reminders : null,
            'attachments' => $entry->exists
                ? array_values(
                    Attachment::query()
                        ->where('entry_id', $entry->id)
                        ->orderBy('id')
                        ->get()
                        ->map(AttachmentResource::shown(...))
                        ->all(),
                )
                : [],
            'done' => $entry->exists &&
                ! $entry->isRoutine() &&
                $entry->overrides()->whereNotNull('done_at')->where('recurrence_id', 'once')->exists(),
            'version' => $entry->version,
        ];
    }
}
