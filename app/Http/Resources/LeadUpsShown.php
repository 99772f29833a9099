<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Actions\Entries\KeepLeadUps;
use App\Actions\Entries\LayLeadUp;
use App\Models\Entry;
use PlumRota\Core\Schedule\Series;

/** What leads up to an entry, what that leads up to, and what has to be done before it, as its sheet shows them. */
final class LeadUpsShown
{
    /** @return list<array<string, mixed>> the schema LeadUp of the contract */
    public static function of(Entry $entry): array
    {
        $shown = [];
        $leadUps = $entry->leadUps()->with('overrides')->get()->keyBy('id');
        foreach ($leadUps->isEmpty() ? [] : KeepLeadUps::lines($entry) as $line) {
            $one = $leadUps->get((string) $line['id']);
            $date = $one === null || $one->isRoutine() ? null : $one->start ?? $one->not_before;
            $shown[] = [
                ...$line,
                'date' => $date === null ? null : substr($date, 0, 10),
                'done' => $one?->overrides->firstWhere('recurrence_id', Series::ONCE)?->done_at !== null,
                'by_hand' => $one !== null && LayLeadUp::isByHand($one),
            ];
        }

        return $shown;
    }

    /** @return array{entry_id: string, title: string}|null */
    public static function anchor(Entry $entry): ?array
    {
        return $entry->leads_to === null ? null : self::named($entry->anchor()->first());
    }

    /** @return array{entry_id: string, title: string}|null */
    public static function preceding(Entry $entry): ?array
    {
        return $entry->after_id === null ? null : self::named($entry->preceding()->first());
    }

    /** @return array{entry_id: string, title: string}|null */
    private static function named(?Entry $entry): ?array
    {
        return $entry === null ? null : ['entry_id' => $entry->id, 'title' => $entry->title];
    }
}
