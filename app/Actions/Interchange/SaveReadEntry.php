<?php

declare(strict_types=1);

namespace App\Actions\Interchange;

use App\Access\Changeable;
use App\Access\Visible;
use App\Actions\Attachments\KeepAttachment;
use App\Actions\Attachments\Quota;
use App\Actions\Entries\MoveEntry;
use App\Actions\Entries\SaveSeries;
use App\Actions\Entries\SplitRoutine;
use App\Interchange\Alarms;
use App\Interchange\CannotKeep;
use App\Interchange\EntryCheck;
use App\Interchange\ReadEntry;
use App\Mapping\SeriesColumns;
use App\Mapping\SeriesOf;
use App\Models\Attachment;
use App\Models\Entry;
use App\Models\User;
use App\Writing\AllowedFiles;
use Carbon\CarbonImmutable;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use SplFileInfo;

/**
 * Makes an entry what was read of one: from a file, a client, an address that is followed.
 *
 * @phpstan-import-type Row from ReadEntry
 */
final readonly class SaveReadEntry
{
    public function __construct(private SplitRoutine $split, private KeepAttachment $attachments, private MoveEntry $move)
    {
    }

    /**
     * Inside a step of the write path.
     *
     * @return ReadEntry what of it can stand here, with a sentence for each thing that cannot
     *
     * @throws CannotKeep|InvalidTime|TooDense before anything is written
     */
    public function save(User $user, Entry $entry, ReadEntry $read): ReadEntry
    {
        $read = self::write($user, $entry, $read);
        $this->keep($user, $entry, $read);
        $this->onward($user, $entry, $read);

        return $read;
    }

    /** Keeps the files inside, as far as they are of a kind that is kept and there is room; those that are there already stay. */
    private function keep(User $user, Entry $entry, ReadEntry $read): void
    {
        if ($read->files === []) {
            return;
        }
        $there = $user->attachments()->where('entry_id', $entry->id)->get();
        foreach ($read->files as $file) {
            $bytes = (string) base64_decode($file['data'], false);
            $path = (string) tempnam(sys_get_temp_dir(), 'file');
            file_put_contents($path, $bytes);
            $type = AllowedFiles::typeOf($path);
            $isThere = $there->contains(fn (Attachment $one): bool => $one->size === strlen($bytes) && $one->type === $type);
            $isKept = strlen($bytes) <= AllowedFiles::MOST_KILOBYTES * 1024 && in_array($type, AllowedFiles::KINDS, true);
            if (! $isThere && $isKept && Quota::complaint($user, strlen($bytes)) === null) {
                $this->attachments->keep($user, $entry, new SplFileInfo($path), $file['name'], $type);
            }
            unlink($path);
        }
    }

    /**
     * What a routine is from one of its times on becomes a routine of its own, which goes on from the first. One that was made so
     * before gives way.
     */
    private function onward(User $user, Entry $entry, ReadEntry $read): void
    {
        if ($read->onward === []) {
            return;
        }
        foreach (
            Visible::to($user)
                ->entries()
                ->where('calendar_id', $entry->calendar_id)
                ->cutFrom($read->uid)
                ->get() as $before
        ) {
            $before->delete();
        }
        // The last first: until it is divided, its times have the recurrence ids that the file names.
        $later = null;
        foreach (array_reverse($read->onward) as ['id' => $id, 'columns' => $columns]) {
            $tail = $this->split->at($entry, $id);
            $tail
                ->fill([
                    ...array_diff_key($columns, array_flip(['all_day', 'start', 'length', 'zone'])),
                    'uid' => "{$read->uid}#{$id}",
                ])
                ->save();
            $series = SeriesOf::entry($tail);
            $to = SeriesOf::placement(
                (bool) $columns['all_day'],
                self::string($columns['start']),
                is_int($columns['length']) ? $columns['length'] : 1,
                is_string($columns['zone']) ? $columns['zone'] : null,
            );
            if ($series !== null && SeriesColumns::place($to) !== SeriesColumns::place($series->placement)) {
                $tail = $this->move->move(
                    $user,
                    $tail,
                    $to,
                    Scope::Whole,
                    $series->recurrenceId($series->placement->start),
                    null,
                    true,
                );
            }
            $later?->update(['continues_id' => $tail->id]);
            $later = $tail;
        }
    }

    private static function string(mixed $value): string
    {
        return is_string($value) ? $value : '';
    }

    /**
     * @return ReadEntry what of it can stand here
     *
     * @throws CannotKeep|InvalidTime|TooDense before anything is written
     */
    private static function write(User $user, Entry $entry, ReadEntry $read): ReadEntry
    {
        $isNew = ! $entry->exists;
        [$read, $series] = EntryCheck::of($read);
        $columns = $isNew ? self::withToldReminders($entry, $read, $series) : $read->columns;
        SaveSeries::fill($entry, $series, array_diff_key($columns, array_flip(['start', 'all_day', 'length', 'zone'])));
        self::stamp($entry, $read);
        $before = $isNew ? [] : $entry->overrides()->get()->keyBy('recurrence_id')->all();
        foreach ($before as $id => $override) {
            if (! isset($read->overrides[$id])) {
                $override->delete();
            }
        }
        foreach ($read->overrides as $id => $row) {
            $override =
                $before[$id] ??
                $entry->newOverride((string) $id);
            $override->fill(self::columns($entry, (string) $id, self::ofAccount($user, $row)))->save();
        }

        return $read;
    }

    /**
     * What had the reminders of its calendar where it was written keeps them where it comes to: those of its calendar here where they
     * are the same, else as its own.
     *
     * @return array<string, mixed> its columns
     */
    private static function withToldReminders(Entry $entry, ReadEntry $read, ?Series $series): array
    {
        if (($read->columns['own_reminders'] ?? true) !== false || $read->told === []) {
            return $read->columns;
        }
        $at = $series?->placement;
        $here = Reminder::applying(null, $entry->calendar->reminders, $entry->calendar->reminders_all_day, $at === null || $at->allDay);
        $travel = $read->columns['travel'] ?? 0;
        $isDue = ($read->columns['kind'] ?? '') === 'task' && ($read->columns['due'] ?? null) !== null;

        return Alarms::asTold($here, $at, is_int($travel) ? $travel : 0, $isDue) === $read->told
            ? $read->columns
            : [...$read->columns, 'own_reminders' => true, 'reminders' => $read->told];
    }

    /**
     * One time may be in a calendar of its own; where it comes from another account there is none such here.
     *
     * @param  Row  $row
     * @return Row
     */
    private static function ofAccount(User $user, array $row): array
    {
        $calendar = $row['fields']['calendar_id'] ?? null;
        if (
            $calendar !== null &&
            ! (is_string($calendar) && Changeable::by($user)->openCalendars()->whereKey($calendar)->exists())
        ) {
            unset($row['fields']['calendar_id']);
        }

        return $row;
    }

    /**
     * It was made and changed when its file says, so that a later state of the file is known for one, and what goes out again is
     * as it came.
     */
    private static function stamp(Entry $entry, ReadEntry $read): void
    {
        $moment = fn (?string $text): ?CarbonImmutable => preg_match('/^\d{8}T\d{6}Z$/D', $text ?? '') === 1
            ? CarbonImmutable::createFromFormat('Ymd\THis\Z', (string) $text, 'UTC')
            : null;
        $now = CarbonImmutable::now();
        $changed = $moment($read->changed);
        $entry->timestamps = false;
        $entry->forceFill([
            'created_at' => $entry->fromDateTime($moment($read->created)?->min($now) ?? $entry->created_at ?? $now),
            'updated_at' => $entry->fromDateTime($changed?->min($now) ?? $now),
            'version' => max($entry->version, min($read->sequence, 1_000_000) + 1),
        ]);
        $entry->save();
        $entry->timestamps = true;
    }

    /**
     * @param  Row  $row
     * @return array<string, mixed>
     */
    private static function columns(Entry $entry, string $id, array $row): array
    {
        $place = isset($row['start'], $row['length'])
            ? SeriesColumns::moved(
                SeriesOf::placement($row['all_day'] ?? false, $row['start'], $row['length'], $row['zone'] ?? null),
            )
            : SeriesColumns::NOT_MOVED;

        return [
            'day' => $id === Series::ONCE ? (substr((string) $entry->start, 0, 10) ?: null) : substr($id, 0, 10),
            'skipped' => $row['skipped'] ?? false,
            'fields' => $row['fields'] ?? [],
            'done_at' => $row['done_at'] ?? null,
            'let_go_at' => $row['let_go_at'] ?? null,
            'put_off' => $row['put_off'] ?? 0,
            'measured' => $row['measured'] ?? null,
            'foreign_lines' => $row['foreign_lines'] ?? null,
            ...$place,
        ];
    }
}
