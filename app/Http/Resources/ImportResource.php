<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Interchange\ImportFolder;
use App\Interchange\ImportItem;
use App\Interchange\LongTaking;
use App\Models\User;

/** A file on its way in: how far it was read, and what of it there is something to say about. */
final class ImportResource
{
    /** So many lines of each kind; the rest is counted. */
    private const MOST_LINES = 100;

    /** @return array<string, mixed> the schema Import of the contract */
    public static function shown(ImportFolder $import, User $user): array
    {
        $state = $import->state();
        $lines = array_fill_keys([...ImportItem::STATES, 'repaired'], []);
        // While it is read only numbers change fast; what is in it is shown once all is known.
        $taking = (new LongTaking($user, $import))->shown();
        // Nor is it shown once more while it is taken in.
        $isShown = $state['read'] >= $state['total'] && ($taking['state'] ?? 'failed') === 'failed';
        foreach ($isShown ? $import->items() : [] as $one) {
            $lines[$one->state] = self::with($lines[$one->state], self::line($one, $one->reason ?? ''));
            if ($one->read !== null && $one->read->repairs !== []) {
                $lines['repaired'] = self::with($lines['repaired'], self::line($one, implode(' ', $one->read->repairs)));
            }
        }

        if (($state['cut'] ?? null) !== null && $state['read'] >= $state['total']) {
            array_unshift(
                $lines['refused'],
                ['title' => $state['name'], 'kind' => null, 'start' => null, 'repeats' => false, 'says' => $state['cut']],
            );
        }

        return [
            'id' => $import->id,
            'name' => $state['name'],
            'size' => $state['size'],
            'fault' => $state['fault'],
            'total' => $state['total'],
            'read' => $state['read'],
            'counts' => $state['counts'],
            'calendars' => array_map(
                fn (array $calendar, int $entries): array => [...$calendar, 'entries' => $entries],
                $state['calendars'],
                array_values($state['by_calendar']),
            ),
            'lines' => $lines,
            'taking' => $taking,
            'table' => $state['table'] === null
                    ? null
                    : [
                        'header' => $state['table']['header'],
                        'samples' => $state['table']['samples'],
                        'columns' => (object) $state['table']['columns'],
                        'order' => $state['table']['order'],
                        'chosen' => $state['table']['chosen'],
                    ],
        ];
    }

    /**
     * @param  list<array<string, mixed>>  $lines
     * @param  array<string, mixed>  $line
     * @return list<array<string, mixed>>
     */
    private static function with(array $lines, array $line): array
    {
        return count($lines) < self::MOST_LINES ? [...$lines, $line] : $lines;
    }

    /** @return array<string, mixed> */
    private static function line(ImportItem $one, string $says): array
    {
        $columns = $one->read->columns ?? [];

        return [
            'title' => $one->title,
            'kind' => $columns['kind'] ?? null,
            'start' => $columns['start'] ?? null,
            'repeats' => ($columns['rule'] ?? null) !== null || ($columns['extra_dates'] ?? []) !== [],
            'says' => $says,
        ];
    }
}
