<?php

declare(strict_types=1);

namespace App\Actions\Interchange;

use App\Access\Changeable;
use App\Actions\Calendars\AddCalendar;
use App\Interchange\CannotKeep;
use App\Interchange\ImportFolder;
use App\Interchange\ImportItem;
use App\Interchange\KnownEntries;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;

/**
 * Takes in what a file has that was read: all of it or nothing, and one step back.
 */
final readonly class TakeImport
{
    private const AT_ONCE = 400;

    public function __construct(private WritePath $writes, private AddCalendar $calendars, private SaveReadEntry $entries)
    {
    }

    /**
     * @param  list<array{calendar_id: string}|array{area_id: string, name: string}|null>  $targets  for each calendar of the file that
     *   into which it goes, a new one, or null for none
     * @param  'leave'|'newer'|'all'  $known  what becomes of entries that are there already: they stay as they are, those changed in
     *   the file since are changed, or all that differ are
     * @return array{added: int, changed: int, left: int}
     */
    public function take(User $user, ImportFolder $import, array $targets, string $known): array
    {
        $name = $import->state()['name'];

        return $this->writes->run($user, "Brought in “{$name}”", function () use ($user, $import, $targets, $known): array {
            $into = array_map(fn (?array $one): ?string => $this->calendar($user, $one), $targets);
            $done = ['added' => 0, 'changed' => 0, 'left' => 0];
            $goOn = [];
            foreach (self::portions($import->items()) as $items) {
                $entries = KnownEntries::of($user, array_map(fn (ImportItem $one): string => $one->read->uid ?? '', $items));
                foreach ($items as $item) {
                    $calendar = $into[$item->calendar] ?? null;
                    $entry = $entries[$item->read->uid ?? ''] ?? null;
                    $done[$this->one($user, $item, $calendar, $entry, $known)]++;
                    if ($item->read !== null && $item->read->continues !== null) {
                        $goOn[$item->read->uid] = $item->read->continues;
                    }
                }
            }

            $this->tie($user, $goOn);

            return $done;
        });
    }

    /**
     * A routine that was divided is one for looking back: its later half says which it goes on from.
     *
     * @param  array<string, string>  $goOn  UIDs of later halves, with those of the earlier
     */
    private function tie(User $user, array $goOn): void
    {
        $found = KnownEntries::of($user, array_values(array_unique([...array_keys($goOn), ...array_values($goOn)])));
        foreach ($goOn as $later => $earlier) {
            if (isset($found[$later], $found[$earlier])) {
                $found[$later]->update(['continues_id' => $found[$earlier]->id]);
            }
        }
    }

    /** @return 'added'|'changed'|'left' */
    private function one(User $user, ImportItem $item, ?string $calendar, ?Entry $entry, string $known): string
    {
        if ($item->read === null || $calendar === null) {
            return 'left';
        }
        if ($entry !== null) {
            $state = KnownEntries::compare($entry, $item->read);
            if ($state === 'same' || $known === 'leave' || ($known === 'newer' && $state === 'older')) {
                return 'left';
            }
        }
        $isNew = $entry === null;
        $entry ??= Changeable::by($user)->newEntry([
            'calendar_id' => $calendar,
            'uid' => $item->read->uid === '' ? null : $item->read->uid,
        ]);
        try {
            $this->entries->save($user, $entry, $item->read);
        } catch (CannotKeep|InvalidTime|TooDense) {
            return 'left'; // before anything of it was written
        }

        return $isNew ? 'added' : 'changed';
    }

    /** @param  array{calendar_id: string}|array{area_id: string, name: string}|null  $target */
    private function calendar(User $user, ?array $target): ?string
    {
        return match (true) {
            $target === null => null,
            isset($target['calendar_id']) => Changeable::by($user)->calendar($target['calendar_id'])->id,
            default => $this->calendars->add($user, $target)->id,
        };
    }

    /**
     * @param  iterable<ImportItem>  $items
     * @return iterable<list<ImportItem>>
     */
    private static function portions(iterable $items): iterable
    {
        $some = [];
        foreach ($items as $item) {
            $some[] = $item;
            if (count($some) === self::AT_ONCE) {
                yield $some;
                $some = [];
            }
        }
        if ($some !== []) {
            yield $some;
        }
    }
}
