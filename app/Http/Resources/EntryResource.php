<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Mapping\SeriesOf;
use App\Models\Attachment;
use App\Models\Entry;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use PlumRota\Core\Schedule\SeriesInWords;
use PlumRota\Core\Time\Zone;

/** @property Entry $resource */
final class EntryResource extends JsonResource
{
    public static $wrap = null;

    /** @return array<string, mixed> */
    public function toArray(Request $request): array
    {
        return $this->fields();
    }

    /** @return array<string, mixed> */
    public function fields(): array
    {
        $entry = $this->resource;
        $series = SeriesOf::mendable($entry);
        $placement = $series?->placement;

        return [
            'id' => $entry->id,
            'calendar_id' => $entry->calendar_id,
            'kind' => $entry->kind,
            'title' => $entry->title,
            'notes' => $entry->notes,
            'notes_html' => NotesAsHtml::of($entry->notes),
            'all_day' => $entry->all_day,
            'start' => $entry->start,
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
            'zone' => $entry->zone,
            'end_zone' => $entry->end_zone,
            'rule' => $entry->rule,
            'after_done' => $entry->after_done,
            'floating' => $entry->start !== null && ! $entry->all_day && $entry->zone === null,
            'extra_dates' => $entry->extra_dates,
            'except_dates' => $entry->except_dates,
            'in_words' => $series === null ? null : SeriesInWords::of($series),
            'due' => $entry->due,
            'missed' => $entry->missed,
            'not_before' => $entry->not_before,
            'around' => $entry->around,
            'waiting_for' => $entry->waiting_for,
            'ask_again' => $entry->ask_again,
            'after_id' => $entry->after_id,
            'shortest_piece' => $entry->shortest_piece,
            'own_hours' => $entry->own_hours,
            'lead_ups' => $entry->exists ? LeadUpsShown::of($entry) : [],
            'leads_to' => LeadUpsShown::anchor($entry),
            'after' => LeadUpsShown::preceding($entry),
            'reminders' => $entry->own_reminders ? $entry->reminders : null,
            'always_through' => $entry->always_through,
            'overlaps' => $entry->overlaps,
            'importance' => $entry->importance,
            'effort' => $entry->effort,
            'estimate' => $entry->estimate,
            'busy' => $entry->busy,
            'tentative' => $entry->tentative,
            'private' => $entry->private,
            'protected' => $entry->protected,
            'travel' => $entry->travel,
            'margin' => $entry->margin,
            'margin_before' => $entry->margin_before,
            'travel_back' => $entry->travel_back,
            'colour' => $entry->colour,
            'labels' => $entry->labels,
            'off_day' => $entry->off_day,
            'seasons' => $entry->seasons,
            'pauses' => $entry->pauses,
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
            'place' => $entry->place,
            'link' => $entry->link,
            'checklist' => $entry->checklist,
            'opens_round' => $entry->opens_round,
            'measure' => $entry->measure,
            'aim' => $entry->aim,
            'done' => $entry->exists &&
                ! $entry->isRoutine() &&
                $entry->overrides()->whereNotNull('done_at')->where('recurrence_id', 'once')->exists(),
            'version' => $entry->version,
        ];
    }
}
