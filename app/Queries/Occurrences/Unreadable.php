<?php

declare(strict_types=1);

namespace App\Queries\Occurrences;

use App\Exceptions\StorageTrouble;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Recurrence\RecurrenceSet;
use Throwable;

/**
 * Entries that one view could not reckon with: they are named, with a press that opens them, instead of taking the whole view
 * down; and those of which only so many could be shown. One of these a request.
 *
 * @phpstan-type Named array{entry_id: string, title: string, says: string}
 */
final class Unreadable
{
    /** @var array<string, Named> */
    private array $named = [];

    /** @param  list<string>  $fields  that hold what cannot be */
    public function odd(string $id, string $title, array $fields): void
    {
        $known = EntryFields::all();
        $this->named[$id] ??= [
            'entry_id' => $id,
            'title' => $title,
            'says' => 'is shown without what cannot be read of it: '.
                implode(', ', array_map(fn (string $name): string => ($known[$name] ?? null)?->called ?: $name, $fields)),
        ];
    }

    public function failed(string $id, string $title, Throwable $fault): void
    {
        if (StorageTrouble::sentence($fault) !== null) {
            throw $fault;
        }
        if (! isset($this->named[$id])) {
            report($fault);
        }
        $this->named[$id] = ['entry_id' => $id, 'title' => $title, 'says' => 'cannot be read and is left out here'];
    }

    public function cut(string $id, string $title, int $shown, int $more): void
    {
        $this->named[$id] ??= [
            'entry_id' => $id,
            'title' => $title,
            'says' => 'falls so often that only the first '.
                number_format($shown).
                ' are shown here; there are '.
                number_format($more).
                ($more >= RecurrenceSet::MOST - $shown ? ' and more' : '').
                ' besides',
        ];
    }

    /** @return list<Named> */
    public function all(): array
    {
        return array_values($this->named);
    }
}
