<?php

declare(strict_types=1);

namespace App\Dav;

use App\Access\Changeable;
use App\Actions\Entries\RemoveEntry;
use App\Actions\Interchange\SaveReadEntry;
use App\Interchange\CannotKeep;
use App\Interchange\EntryWriter;
use App\Interchange\FileIndex;
use App\Interchange\FileParts;
use App\Interchange\ReadEntry;
use App\Interchange\SentChange;
use App\Interchange\ZoneNames;
use App\Journal\WritePath;
use App\Models\Calendar;
use App\Models\Entry;
use App\Models\SentObject;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use App\Queries\Occurrences\OpenOccurrence;
use App\Reading\ObjectRow;
use App\Reading\ObjectRows;
use Carbon\CarbonImmutable;
use Closure;
use ErrorException;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\InvalidDataException;
use Sabre\VObject\ParseException;

/**
 * What a client puts at an address, takes from it, or lays at another (RFC 4791 5.3.2). Each is one step that can be taken back.
 */
final readonly class StoreObject
{
    /** What a client sent is kept to be given back where it is no longer than this. */
    private const LONGEST_KEPT = 200_000;

    public function __construct(
        private WritePath $writes,
        private ObjectRows $rows,
        private SaveReadEntry $entries,
        private RemoveEntry $removeEntry,
        private DaysOff $daysOff,
        private OpenOccurrence $open,
        private ComponentSet $components,
    ) {
    }

    /**
     * @param  string  $text  iCalendar
     * @param  Closure(ObjectRow|null): void  $check  throws where what is there is not what the client means
     * @param  string  $device  from which it comes
     * @return array{row: ObjectRow, is_new: bool, as_sent: bool} whether it is given back just as it was sent
     *
     * @throws DavFault
     */
    public function put(User $user, Calendar $calendar, string $name, string $text, Closure $check, string $device): array
    {
        self::requireName($name);
        $path = (string) tempnam(sys_get_temp_dir(), 'object');
        try {
            file_put_contents($path, $text);
            $index = FileIndex::of($path);
            $parts = self::onlyOne($index);
            self::requireOfOneKind($text);
            $title = (new FileParts($path, $index, $user->timeZone()))->titleOf($parts);

            return DB::transaction(function () use ($user, $calendar, $name, $text, $check, $device, $path, $index, $parts, $title): array {
                [$entry, $isNew, $asSent] = $this->writes->run(
                    $user,
                    "Put “{$title}” from {$device}",
                    fn (): array => $this->store(
                        $user,
                        $calendar,
                        $name,
                        $text,
                        $check,
                        new FileParts($path, $index, $user->timeZone()),
                        $parts,
                    ),
                );
                $row = $this->rows->named($calendar, [$name])[$name] ?? throw new DavFault(409, 'It could not be kept.');
                SentObject::query()->whereKey($entry->id)->delete();
                if ($asSent) {
                    SentObject::query()->insert([
                        'entry_id' => $entry->id,
                        'user_id' => $user->id,
                        'revision' => $row->revision,
                        'text' => $text,
                    ]);
                }

                return ['row' => $row, 'is_new' => $isNew, 'as_sent' => $asSent];
            });
        } finally {
            unlink($path);
        }
    }

    /**
     * @param  non-empty-list<array{int, int, int}>  $parts
     * @param  Closure(ObjectRow|null): void  $check
     * @return array{Entry, bool, bool} the entry, whether it is new, and whether it is given back just as it was sent
     */
    private function store(
        User $user,
        Calendar $calendar,
        string $name,
        string $text,
        Closure $check,
        FileParts $file,
        array $parts,
    ): array {
        $row = $this->rows->named($calendar, [$name])[$name] ?? null;
        $check($row);
        $entry = $row === null ? null : Changeable::by($user)->entries()->with(Entry::WRITTEN_WITH)->find($row->entryId);
        $read = $this->read($user, $file, $parts, $entry);
        $this->requireUid($user, $calendar, $read, $entry);
        $read = $this->withFinish($user, $read, $entry);
        $kind = $read->columns['kind'] === 'task' ? 'task' : 'event';
        if ($entry?->kind !== $kind) {
            $this->components->require($calendar, $kind);
        }
        $isNew = $entry === null;
        $entry ??= Changeable::by($user)->newEntry([
            'calendar_id' => $calendar->id,
            'uid' => $read->uid,
            'resource_name' => $name,
        ]);
        try {
            $kept = $this->entries->save($user, $entry, $read);
        } catch (CannotKeep|InvalidTime|TooDense $e) {
            throw self::invalid($e->getMessage());
        }
        $asSent =
            $kept->repairs === [] &&
            $kept->files === [] &&
            $kept->onward === [] &&
            strlen($text) <= self::LONGEST_KEPT &&
            mb_check_encoding($text, 'UTF-8') &&
            preg_match('/[\x00-\x08\x0b\x0c\x0e-\x1f]|\xEF\xBF[\xBE\xBF]/', $text) !== 1;

        return [$entry, $isNew, $asSent];
    }

    /** @param  non-empty-list<array{int, int, int}>  $parts */
    private function read(User $user, FileParts $file, array $parts, ?Entry $entry): ReadEntry
    {
        try {
            return $file->read(
                $parts,
                $entry === null
                    ? null
                    : function (array $sent, ZoneNames $zones) use ($user, $entry): ReadEntry {
                        /** @var non-empty-list<Component> $sent */
                        $writer = new EntryWriter($user->timeZone(), $this->daysOff->marks($user), CarbonImmutable::now());
                        $given = $writer->components(new VCalendar([], false), $entry, $entry->overrides);

                        return SentChange::read($entry, $entry->overrides, $given, $sent, $zones);
                    },
            );
        } catch (CannotKeep $e) {
            throw self::invalid($e->getMessage());
        } catch (ErrorException|InvalidDataException|ParseException) {
            throw self::invalid('It is not written as iCalendar.');
        }
    }

    /**
     * A client that knows no single times says of a routine that it is done: that is the time that is open.
     *
     * @throws DavFault where none is
     */
    private function withFinish(User $user, ReadEntry $read, ?Entry $entry): ReadEntry
    {
        if ($read->finished === null || $entry === null || ! $entry->isRoutine() || $read->columns['rule'] !== $entry->rule) {
            return $read;
        }
        $day = $user->timeZone()->wall($read->finished)->date();
        $id = $this->open->of($user, $entry->id, $day) ?? throw self::invalid('Nothing of this routine is open that could be done.');

        return $read->withOutcome($id, ['done_at' => $read->finished]);
    }

    /** A UID stands for one entry of a calendar, and stays with it (RFC 4791 4.1). */
    private function requireUid(User $user, Calendar $calendar, ReadEntry $read, ?Entry $entry): void
    {
        $other = $read->uid === '' ? null : $this->rows->withUid($calendar, $read->uid);
        $isWrong = $entry === null ? $other !== null : $read->uid !== EntryWriter::uid($entry);
        if ($isWrong) {
            throw new DavFault(
                409,
                'An entry with this UID is there under another name, or another UID is there under this one.',
                Node::CALDAV.'no-uid-conflict',
                $other === null
                    ? null
                    : DavPath::object($user->id, $calendar->resource_name ?? $calendar->id, $other->name)->href(),
            );
        }
    }

    /** Also where it is laid, its UID stands for it alone. */
    private function requireOnlyOne(User $user, Calendar $to, Entry $entry): void
    {
        $other = $this->rows->withUid($to, EntryWriter::uid($entry));
        if ($other !== null && $other->entryId !== $entry->id) {
            throw new DavFault(
                409,
                'An entry with this UID is in that calendar already.',
                Node::CALDAV.'no-uid-conflict',
                DavPath::object($user->id, $to->resource_name ?? $to->id, $other->name)->href(),
            );
        }
    }

    /** @return non-empty-list<array{int, int, int}> the parts of the one UID */
    private static function onlyOne(FileIndex $index): array
    {
        if ($index->fault !== null || $index->cut !== null) {
            throw self::invalid($index->fault ?? 'It is not whole: what begins in it does not end.');
        }
        $parts = reset($index->entries);
        if (count($index->calendars) !== 1 || count($index->entries) !== 1 || $parts === false || $parts === []) {
            throw new DavFault(
                403,
                'At one address there is one event or one task, with one UID.',
                Node::CALDAV.'valid-calendar-object-resource',
            );
        }
        if (str_starts_with((string) array_key_first($index->entries), "\0")) {
            throw new DavFault(403, 'It has no UID.', Node::CALDAV.'valid-calendar-object-resource');
        }

        return $parts;
    }

    /** What lies in a calendar says nothing of a way in which it is sent, and is an event or a task (RFC 4791 4.1). */
    private static function requireOfOneKind(string $text): void
    {
        $text = (string) preg_replace('/\r?\n[ \t]/', '', $text); // RFC 5545 3.1
        $has = fn (string $kind): bool => preg_match("/^BEGIN:{$kind}\\s*\$/mi", $text) === 1;
        $fault = match (true) {
            preg_match('/^METHOD[;:]/mi', $text) === 1 => 'It is written to be sent (METHOD), and not to lie in a calendar.',
            $has('VEVENT') && $has('VTODO') => 'At one address there is one event or one task, and not both.',
            default => null,
        };
        if ($fault !== null) {
            throw new DavFault(403, $fault, Node::CALDAV.'valid-calendar-object-resource');
        }
    }

    /** @param  Closure(ObjectRow): void  $check */
    public function remove(User $user, Calendar $calendar, string $name, Closure $check): void
    {
        $this->writes->run($user, 'Deleted from a device', function () use ($user, $calendar, $name, $check): void {
            $row =
                $this->rows->named($calendar, [$name])[$name] ?? throw new DavFault(404, 'There is nothing at this address.');
            $check($row);
            $this->removeEntry->remove($user, Changeable::by($user)->entry($row->entryId), Scope::Whole, null);
        });
    }

    /** Into another calendar, or under another name. */
    public function move(User $user, ObjectRow $row, Calendar $to, string $name, bool $mayReplace): bool
    {
        self::requireName($name);

        return $this->writes->run($user, "Moved to “{$to->name}” from a device", function () use (
            $user,
            $row,
            $to,
            $name,
            $mayReplace,
        ): bool {
            $there = $this->rows->named($to, [$name])[$name] ?? null;
            if ($there !== null && ! $mayReplace) {
                throw new DavFault(412, 'There is something at that address already.');
            }
            if ($there !== null && $there->entryId !== $row->entryId) {
                $this->removeEntry->remove($user, Changeable::by($user)->entry($there->entryId), Scope::Whole, null);
            }
            $entry = Changeable::by($user)->entry($row->entryId);
            $this->requireOnlyOne($user, $to, $entry);
            $this->components->require($to, $entry->kind);
            $entry->update(['calendar_id' => $to->id, 'resource_name' => $name, 'version' => $entry->version + 1]);

            return $there === null;
        });
    }

    /** Under which an entry can lie, whether it is put there or moved. */
    private static function requireName(string $name): void
    {
        if (! EntryFields::all()['resource_name']->allows($name)) {
            throw new DavFault(403, 'The name is longer than one can be, or has signs that it may not have.');
        }
    }

    private static function invalid(string $sentence): DavFault
    {
        return new DavFault(403, $sentence, Node::CALDAV.'valid-calendar-data');
    }
}
