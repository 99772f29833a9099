<?php

declare(strict_types=1);

namespace App\Actions\Interchange;

use App\Access\Changeable;
use App\Actions\Calendars\AddCalendar;
use App\Interchange\CannotKeep;
use App\Interchange\ImportFolder;
use App\Interchange\ImportItem;
use App\Interchange\KnownEntries;
use App\Journal\Changed;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use Closure;
use Illuminate\Support\Facades\Storage;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;

/**
 * Takes in what a file has that was read: all of it or nothing, and one step back. It is done aside, so that others go on
 * meanwhile.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class TakeImport
{
    private const AT_ONCE = 400;

    public function __construct(private WritePath $writes, private AddCalendar $calendars, private SaveReadEntry $entries)
    {
    }

    /**
     * @param  list<array{calendar_id: string}|array{area_id: string, name: string}|null>  $targets  for each calendar of the file
     *   that into which it goes, a new one, or null for none
     * @param  'leave'|'newer'|'all'  $known  what becomes of entries that are there already: they stay as they are, those changed
     *   in the file since are changed, or all that differ are
     * @param  Closure(array{added: int, changed: int, left: int}): void|null  $within  called in the transaction in which it
     *   becomes so
     * @param  Closure(): void|null  $alive  called every few seconds
     * @return array{added: int, changed: int, left: int}
     */
    public function take(
        User $user,
        ImportFolder $import,
        array $targets,
        string $known,
        ?Closure $within = null,
        ?Closure $alive = null,
    ): array {
        $name = $import->state()['name'];

        return $this->writes->aside($user, "Brought in “{$name}”", function (Closure $beat) use (
            $user,
            $import,
            $targets,
            $known,
            $alive,
        ): array {
            $into = array_map(fn (?array $one): ?string => $this->calendar($user, $one), $targets);
            $done = ['added' => 0, 'changed' => 0, 'left' => 0];
            $related = $taken = [];
            foreach (self::portions($import->items()) as $items) {
                $beat();
                $alive === null ? null : $alive();
                $entries = KnownEntries::of($user, array_map(fn (ImportItem $one): string => $one->read->uid ?? '', $items));
                foreach ($items as $item) {
                    $calendar = $into[$item->calendar] ?? null;
                    $uid = $item->read->uid ?? '';
                    if ($uid !== '' && isset($taken[$calendar][$uid])) {
                        $done['left']++; // the same once more

                        continue;
                    }
                    $entry = $entries[$uid] ?? null;
                    $done[$this->one($user, $item, $calendar, $entry, $known)]++;
                    $taken[$calendar][$uid] = true;
                    if ($item->read !== null && $item->read->related !== []) {
                        $related[$item->read->uid] = $item->read->related;
                    }
                }
            }

            $this->tie($user, $related);

            return $done;
        }, $within ?? fn () => null, self::forget(...));
    }

    /**
     * Files that were kept with entries which came to nothing.
     *
     * @param  list<Row>  $rows
     */
    private static function forget(array $rows): void
    {
        foreach ($rows as ['table' => $table, 'before' => $before, 'after' => $after]) {
            if ($table === 'attachments' && $before === null && is_string($after['path'] ?? null)) {
                Storage::disk('local')->delete($after['path']);
            }
        }
    }

    /**
     * What names another of the file: a later half the earlier one, so that both are one for looking back; a lead-up what it
     * leads up to.
     *
     * @param  array<string, array<string, string>>  $related  by UID, the UIDs of others by the column that names them
     */
    private function tie(User $user, array $related): void
    {
        $uids = array_map(strval(...), array_keys($related));
        $found = KnownEntries::of(
            $user,
            array_values(array_unique([...$uids, ...array_merge(...array_map(array_values(...), array_values($related)))])),
        );
        foreach ($related as $uid => $others) {
            foreach ($others as $column => $other) {
                if (isset($found[$uid], $found[$other])) {
                    $found[$uid]->timestamps = false; // it was changed when the file says so
                    $found[$uid]->update([$column => $found[$other]->id]);
                }
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
