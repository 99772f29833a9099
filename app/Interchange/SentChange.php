<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use PlumRota\Core\Time\LocalDateTime;
use Sabre\VObject\Component;
use Sabre\VObject\Property;

/**
 * What a program changed in an entry that it had from here. It sends the whole back, and many programs drop what they do not know: so
 * what it sends is held against what it was given, both without our own properties, and only what is another there is taken.
 *
 * @phpstan-import-type Columns from ReadEntry
 * @phpstan-import-type Row from ReadEntry
 */
final readonly class SentChange
{
    /** Lists of dates, of which some may have come and some gone. */
    private const DATES = ['extra_dates', 'except_dates'];

    /**
     * @param  ReadEntry  $given  what was sent out, without our own properties
     * @param  ReadEntry  $plain  what came back, without them
     * @param  ReadEntry|null  $own  what came back, with them; null where they were dropped
     */
    private function __construct(
        private Entry $entry,
        private ReadEntry $given,
        private ReadEntry $plain,
        private ?ReadEntry $own,
    ) {
    }

    /**
     * @param  iterable<OccurrenceOverride>  $overrides  of the entry
     * @param  non-empty-list<Component>  $given  the components of the entry as they go out
     * @param  non-empty-list<Component>  $sent  those that came back
     *
     * @throws CannotKeep
     */
    public static function read(Entry $entry, iterable $overrides, array $given, array $sent, ZoneNames $zones): ReadEntry
    {
        $hasOwn = array_filter($sent, fn (Component $one): bool => OwnProperties::of($one) !== []) !== [];
        $own = $hasOwn ? EntryReader::read($sent, $zones) : null;
        $change = new self(
            $entry,
            EntryReader::read(self::plain($given), $zones),
            EntryReader::read(self::plain($sent), $zones),
            $own,
        );
        $columns = $change->columns();
        $plain = $change->plain;

        return new ReadEntry(
            $plain->uid,
            $columns,
            $change->rows(EntryWriter::rows($overrides)),
            $plain->changed,
            $plain->sequence,
            $plain->repairs,
            $plain->onward,
            $plain->related,
            $plain->created,
            $plain->files,
            $plain->told,
            $plain->finished,
        );
    }

    /** @return Columns */
    private function columns(): array
    {
        $is = EntryWriter::columns($this->entry);
        $columns = [];
        foreach ($this->plain->columns as $name => $sent) {
            $given = $this->given->columns[$name] ?? null;
            $mine = $is[$name] ?? null;
            if (! array_key_exists($name, $is)) {
                $columns[$name] = $sent;
            } elseif (DeepEquality::of($given, $sent)) {
                $columns[$name] = $this->own === null ? $mine : $this->own->columns[$name] ?? $mine;
            } elseif (in_array($name, self::DATES, true) && $this->keepsRhythm()) {
                $columns[$name] = self::dates(self::strings($mine), self::strings($given), self::strings($sent));
            } elseif (in_array($name, self::DATES, true)) {
                $columns[$name] = $this->withoutTold(self::strings($sent), $name);
            } else {
                $columns[$name] = $sent;
            }
        }
        if (! DeepEquality::of($this->given->columns['reminders'] ?? [], $this->plain->columns['reminders'] ?? [])) {
            $columns['own_reminders'] = true;
        }

        return $columns;
    }

    /** Whether single dates of it are still those of the same rhythm. */
    private function keepsRhythm(): bool
    {
        foreach (['rule', 'start', 'all_day', 'zone'] as $name) {
            if (! DeepEquality::of($this->given->columns[$name] ?? null, $this->plain->columns[$name] ?? null)) {
                return false;
            }
        }

        return true;
    }

    /**
     * Dates of a rhythm that is another now, without those that were told only because seasons, pauses, days off or the last finish were
     * not known there: these are told anew. A program that moves a routine may have moved them along.
     *
     * @param  list<string>  $sent
     * @return list<string>
     */
    private function withoutTold(array $sent, string $name): array
    {
        $skipped = self::strings($this->entry->overrides->where('skipped', true)->pluck('recurrence_id')->all());
        $told = array_diff(self::strings($this->given->columns[$name] ?? []), self::strings($this->entry->getAttribute($name)), $skipped);
        $from = $this->given->columns['start'] ?? null;
        $to = $this->plain->columns['start'] ?? null;
        if (! is_string($from) || ! is_string($to) || $told === []) {
            return $sent;
        }
        $days = SeriesOf::moment($to)->dayNumber() - SeriesOf::moment($from)->dayNumber();
        $written = fn (LocalDateTime $moment): string => str_contains($to, 'T') ? (string) $moment : (string) $moment->date();
        $gone = [];
        foreach ($told as $date) {
            $moment = SeriesOf::moment($date);
            foreach ([0, $days] as $on) {
                $gone[] = $written($moment->plusSeconds($on * 86400));
                // At the hour to which the routine went.
                $gone[] = $written(LocalDateTime::of($moment->date()->plusDays($on), SeriesOf::moment($to)->time()));
            }
        }

        return array_values(array_diff($sent, $gone));
    }

    /**
     * @param  list<string>  $mine
     * @param  list<string>  $given
     * @param  list<string>  $sent
     * @return list<string> mine, with what came and without what went
     */
    private static function dates(array $mine, array $given, array $sent): array
    {
        $dates = array_unique([...array_diff($mine, array_diff($given, $sent)), ...array_diff($sent, $given)]);
        sort($dates);

        return $dates;
    }

    /** @return list<string> */
    private static function strings(mixed $list): array
    {
        return is_array($list) ? array_values(array_filter($list, is_string(...))) : [];
    }

    /**
     * @param  array<string, Row>  $mine
     * @return array<string, Row>
     */
    private function rows(array $mine): array
    {
        $back = array_diff(
            self::strings($this->given->columns['except_dates'] ?? []),
            self::strings($this->plain->columns['except_dates'] ?? []),
        );
        $rows = [];
        foreach (array_keys($mine + $this->plain->overrides) as $id) {
            $id = (string) $id;
            $given = $this->given->overrides[$id] ?? null;
            $sent = $this->plain->overrides[$id] ?? null;
            $is = $mine[$id] ?? null;
            $row = match (true) {
                DeepEquality::of($given, $sent) => $this->own->overrides[$id] ?? $is,
                $sent === null => null,
                $is === null || $given === null => $sent,
                default => self::row($is, $given, $sent),
            };
            if ($row !== null && in_array($id, $back, true)) {
                unset($row['skipped']); // its day is no exception any more
            }
            if ($row !== null && $row !== []) {
                $rows[$id] = $row;
            }
        }

        return $rows;
    }

    /**
     * @param  Row  $is
     * @param  Row  $given
     * @param  Row  $sent
     * @return Row
     */
    private static function row(array $is, array $given, array $sent): array
    {
        $place = array_flip(['all_day', 'start', 'length', 'zone']);
        $parts = fn (array $row): array => [
            'place' => array_intersect_key($row, $place),
            'outcome' => array_intersect_key($row, ['done_at' => 0, 'let_go_at' => 0, 'skipped' => 0]),
        ];
        $row = [];
        foreach ($parts($sent) as $name => $part) {
            $row += DeepEquality::of($parts($given)[$name], $part) ? $parts($is)[$name] : $part;
        }
        $fields = $sent['fields'] ?? [];
        foreach ($is['fields'] ?? [] as $name => $value) {
            if (DeepEquality::of($given['fields'][$name] ?? null, $sent['fields'][$name] ?? null)) {
                $fields[$name] = $value;
            }
        }

        /** @var Row $merged */
        $merged = array_filter(
            [
                ...$row,
                ...array_intersect_key($sent, ['foreign_lines' => 0]),
                'fields' => $fields,
                'put_off' => $is['put_off'] ?? 0,
                'measured' => $is['measured'] ?? null,
            ],
            fn (mixed $value, string $name): bool => in_array($name, ['zone', 'length', 'foreign_lines'], true) ||
                ($value !== [] && $value !== 0 && $value !== null),
            ARRAY_FILTER_USE_BOTH,
        );

        return $merged;
    }

    /**
     * @param  non-empty-list<Component>  $components
     * @return non-empty-list<Component> without what is ours alone
     */
    private static function plain(array $components): array
    {
        return array_map(function (Component $one): Component {
            $plain = clone $one;
            foreach ($plain->children() as $child) {
                if ($child instanceof Property && str_starts_with($child->name, Names::OWN)) {
                    $plain->remove($child);
                }
            }

            return $plain;
        }, $components);
    }
}
