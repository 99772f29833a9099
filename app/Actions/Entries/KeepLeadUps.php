<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Schedule\CannotReschedule;

/**
 * Writes what leads up to an entry as its sheet says it, line by line. Part of the change that saves the entry.
 *
 * @phpstan-type Line array{id: string|null, title: string, count: int, unit: string, estimate: int|null, place: 'day'|'basket',
 *   is_due: bool, waits: bool}
 */
final readonly class KeepLeadUps
{
    public function __construct(private LayLeadUp $lay)
    {
    }

    /**
     * @param  list<Line>  $lines  what is not among them any more goes; one that waits begins when the one before it is done
     *
     * @throws CannotReschedule where nothing can lead up to that
     */
    public function keep(User $user, Entry $anchor, array $lines): void
    {
        if ($anchor->leads_to !== null && $anchor->isRoutine() && $lines !== []) {
            throw new CannotReschedule('This comes before each of another routine. Let both lead up to that.');
        }
        /** @var array<string, Entry> $known */
        $known = [];
        foreach ($anchor->leadUps()->get() as $one) {
            $known[$one->id] = $one;
        }
        // After a routine was cut in two, the lines still name those of its head.
        $byHead = [];
        foreach ($known as $one) {
            if ($one->continues_id !== null) {
                $byHead[$one->continues_id] = $one;
            }
        }
        /** @var Entry|null $before */
        $before = null;
        foreach ($lines as $i => $line) {
            $entry = $known[$line['id'] ?? ''] ?? ($byHead[$line['id'] ?? ''] ?? null);
            unset($known[$entry->id ?? '']);
            $before = $this->line($user, $anchor, $entry, $line, $i, $before);
        }
        foreach ($known as $one) {
            RemoveEntry::whole($one);
        }
    }

    /** @return list<Line> what leads up to an entry now */
    public static function lines(Entry $anchor): array
    {
        $lines = [];
        $before = null;
        foreach ($anchor->leadUps()->get() as $one) {
            $lines[] = [
                'id' => $one->id,
                'title' => $one->title,
                'count' => $one->lead_count ?? 0,
                'unit' => $one->lead_unit ?? 'days',
                'estimate' => $one->estimate,
                'place' => $one->start === null ? 'basket' : 'day',
                'is_due' => LayLeadUp::isDue($one),
                'waits' => $one->after_id !== null && $one->after_id === $before,
            ];
            $before = $one->id;
        }

        return $lines;
    }

    /** Puts one where its lead wants it, wherever it stands. */
    public function layAgain(User $user, Entry $anchor, Entry $leadUp): void
    {
        $lead = $leadUp->lead();
        if ($lead !== null) {
            $place = $leadUp->start === null ? 'basket' : 'day';
            $this->lay->lay($user, $leadUp, $anchor, new Lead($lead->count, $lead->unit), $place, LayLeadUp::isDue($leadUp));
        }
    }

    /** @param  Line  $line */
    private function line(User $user, Entry $anchor, ?Entry $entry, array $line, int $position, ?Entry $before): Entry
    {
        $columns = [
            'title' => $line['title'],
            'estimate' => $line['estimate'],
            'position' => $position,
            ...$this->waiting($user, $entry, $line, $before),
        ];
        $lead = new Lead($line['count'], $line['unit']);
        $isNew = $entry === null;
        $entry ??= Changeable::by($user)->newEntry([
            'calendar_id' => $anchor->calendar_id,
            'kind' => 'task',
            'own_reminders' => false,
            ...$anchor->calendar()->firstOrFail()->defaults(),
        ]);
        $isSame = ! $isNew && $entry->lead_count === $lead->count && $entry->lead_unit === $lead->unit;
        $stays = $isSame && LayLeadUp::isByHand($entry) && ($entry->start === null) === ($line['place'] === 'basket');
        if ($isSame && self::says($entry, $line, $columns)) {
            return $entry;
        }
        $this->lay->lay($user, $entry, $anchor, $lead, $stays ? null : $line['place'], $line['is_due'], $columns);

        return $entry;
    }

    /**
     * What it waits for: the line before it, or what it waited for otherwise.
     *
     * @param  Line  $line
     * @return array{after_id?: string|null}
     */
    private function waiting(User $user, ?Entry $entry, array $line, ?Entry $before): array
    {
        if ($line['waits']) {
            return ['after_id' => $before?->id];
        }
        $waitedForLine =
            $entry?->after_id !== null &&
            Changeable::by($user)->entries()->whereKey($entry->after_id)->where('leads_to', $entry->leads_to)->exists();

        return $waitedForLine ? ['after_id' => null] : [];
    }

    /**
     * Whether a line says what is there.
     *
     * @param  Line  $line
     * @param  array<string, mixed>  $columns
     */
    private static function says(Entry $entry, array $line, array $columns): bool
    {
        foreach ($columns as $name => $value) {
            if ($entry->getAttribute($name) !== $value) {
                return false;
            }
        }

        return ($entry->start === null ? 'basket' : 'day') === $line['place'] && LayLeadUp::isDue($entry) === $line['is_due'];
    }
}
