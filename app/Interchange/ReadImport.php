<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Models\User;
use ErrorException;
use Sabre\VObject\InvalidDataException;
use Sabre\VObject\ParseException;

/**
 * Reads a file on its way in, a portion at a time, so that one sees how far it is and can stop it.
 *
 * @phpstan-import-type State from ImportFolder
 */
final readonly class ReadImport
{
    /** What a portion takes at most, about. */
    private const SECONDS = 1.5;

    private const AT_ONCE = 200;

    public function go(User $user, ImportFolder $import): void
    {
        $state = $import->state();
        if ($state['fault'] !== null || $state['read'] >= $state['total']) {
            return;
        }
        if ($state['table'] !== null) {
            $this->rows($user, $import, $state);

            return;
        }
        $index = $import->index();
        $parts = new FileParts($import->file(), $index, $user->timeZone());
        $began = microtime(true);
        do {
            $items = [];
            foreach (array_slice($index->entries, $state['read'], self::AT_ONCE, true) as $ones) {
                $items[] = self::item($parts, $ones);
                if (microtime(true) - $began > self::SECONDS) {
                    break;
                }
            }
            $items = self::held($user, $items);
            $state = $import->add($items, $state);
        } while ($state['read'] < $state['total'] && microtime(true) - $began < self::SECONDS);
    }

    /**
     * A table is read by rows.
     *
     * @param  State  $state
     */
    private function rows(User $user, ImportFolder $import, array $state): void
    {
        $table = $state['table'];
        if ($table === null || $table['order'] === null) {
            return;
        }
        $began = microtime(true);
        $items = $some = [];
        foreach ((new TableFile($import->file(), $table['delimiter']))->rows($table['at']) as $at => $row) {
            $some[] = $row;
            $table['at'] = $at;
            if (count($some) === self::AT_ONCE) {
                array_push($items, ...$this->ofRows($user, $some, $table['columns'], $table['order']));
                $some = [];
                if (microtime(true) - $began > self::SECONDS) {
                    break;
                }
            }
        }
        array_push($items, ...$this->ofRows($user, $some, $table['columns'], $table['order']));
        $state['table'] = $table;
        $import->add(self::held($user, $items), $state);
    }

    /**
     * @param  list<list<string>>  $rows
     * @param  array<string, int>  $columns
     * @param  'dmy'|'mdy'  $order
     * @return list<ImportItem>
     */
    private function ofRows(User $user, array $rows, array $columns, string $order): array
    {
        $known = isset($columns['identifier'])
            ? KnownEntries::of($user, array_map(fn (array $row): string => TableRow::uid($row, $columns), $rows))
            : [];

        return array_map(function (array $row) use ($user, $columns, $order, $known): ImportItem {
            try {
                $entry = $known[TableRow::uid($row, $columns)] ?? null;
                $read = $entry === null
                    ? TableRow::read($row, $columns, $order, $user->timeZone())
                    : SentRow::read($entry, $row, $columns, $order, $user->timeZone());

                return new ImportItem(0, 'new', $read->title(), null, EntryCheck::of($read)[0]);
            } catch (CannotKeep $e) {
                return new ImportItem(0, 'refused', mb_substr(implode(' ', array_slice($row, 0, 3)), 0, 120), $e->getMessage(), null);
            }
        }, $rows);
    }

    /** @param  list<array{int, int, int}>  $ones  the parts of one UID */
    private static function item(FileParts $parts, array $ones): ImportItem
    {
        $calendar = $ones[0][0] ?? 0;
        try {
            [$read] = EntryCheck::of($parts->read($ones));

            return new ImportItem($calendar, 'new', $read->title(), null, $read);
        } catch (ErrorException|InvalidDataException|ParseException) {
            // Some of what is not iCalendar the library finds only when it is asked for, or stumbles over.
            return new ImportItem($calendar, 'refused', $parts->titleOf($ones), 'It is not written as iCalendar.', null);
        } catch (CannotKeep $e) {
            return new ImportItem($calendar, 'refused', $parts->titleOf($ones), $e->getMessage(), null);
        }
    }

    /**
     * Held against what is there already.
     *
     * @param  list<ImportItem>  $items
     * @return list<ImportItem>
     */
    private static function held(User $user, array $items): array
    {
        $uids = array_values(array_filter(array_map(fn (ImportItem $one): string => $one->read->uid ?? '', $items)));
        $known = KnownEntries::of($user, $uids);

        return array_map(function (ImportItem $one) use ($known): ImportItem {
            $entry = $known[$one->read->uid ?? ''] ?? null;

            return $entry === null || $one->read === null
                ? $one
                : new ImportItem($one->calendar, KnownEntries::compare($entry, $one->read), $one->title, null, $one->read);
        }, $items);
    }
}
