<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Entry;
use App\Models\User;

/** Tasks that have no place yet. */
final class Basket
{
    /** @return list<array<string, mixed>> the schema BasketItem of the contract, late ones first */
    public function show(User $user): array
    {
        $today = (string) $user->wallNow()->date();

        return array_values(Entry::query()->where('user_id', $user->id)->whereNull('start')
            ->whereDoesntHave('changes', fn ($done) => $done->whereNotNull('done_at'))
            ->with('calendar')->orderByRaw('due is null, due, position, id')->get()
            ->map(fn (Entry $entry): array => [
                'entry_id' => $entry->id,
                'title' => $entry->title,
                'calendar_id' => $entry->calendar_id,
                'area_id' => $entry->calendar->area_id,
                'due' => $entry->due,
                'effort' => $entry->effort,
                'labels' => $entry->labels,
                'colour' => $entry->colour,
                'late' => $entry->due !== null && substr($entry->due, 0, 10) < $today,
                'estimate' => $entry->estimate,
                'importance' => $entry->importance,
                'version' => $entry->version,
            ])->all());
    }
}
