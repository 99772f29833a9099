<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use Illuminate\Http\Request;
use Illuminate\Http\Resources\Json\JsonResource;
use PlumRota\Core\Recurrence\RuleInWords;

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
        $series = SeriesOf::entry($entry);
        $placement = $series?->placement;

        return [
            'id' => $entry->id,
            'calendar_id' => $entry->calendar_id,
            'kind' => $entry->kind,
            'title' => $entry->title,
            'notes' => $entry->notes,
            'all_day' => $entry->all_day,
            'start' => $entry->start,
            'end' => match (true) {
                $placement === null => null,
                $placement->allDay => (string) $placement->end()->date()->plusDays(-1),
                default => (string) $placement->end(),
            },
            'zone' => $entry->zone,
            'rule' => $entry->rule,
            'after_done' => $entry->after_done,
            'in_words' => $series === null || $series->rule === null ? null : (new RuleInWords($series->rule, $series->placement->start, $series->afterDone))->sentence(),
            'due' => $entry->due,
            'missed' => $entry->missed,
            'reminders' => $entry->reminders,
            'importance' => $entry->importance,
            'effort' => $entry->effort,
            'estimate' => $entry->estimate,
            'busy' => $entry->busy,
            'private' => $entry->private,
            'protected' => $entry->protected,
            'travel' => $entry->travel,
            'place' => $entry->place,
            'link' => $entry->link,
            'checklist' => $entry->checklist,
            'done' => $entry->rule === null && $entry->changes()->whereNotNull('done_at')->where('recurrence_id', 'once')->exists(),
            'version' => $entry->version,
        ];
    }
}
