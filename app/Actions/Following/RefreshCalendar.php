<?php

declare(strict_types=1);

namespace App\Actions\Following;

use App\Access\Changeable;
use App\Access\Followed;
use App\Access\Visible;
use App\Actions\Entries\RemoveEntry;
use App\Actions\Interchange\SaveReadEntry;
use App\Following\Address;
use App\Following\Fetch;
use App\Following\FetchTrouble;
use App\Interchange\Alarms;
use App\Interchange\CannotKeep;
use App\Interchange\EntryCheck;
use App\Interchange\FileIndex;
use App\Interchange\FileParts;
use App\Interchange\KnownEntries;
use App\Interchange\ReadEntry;
use App\Journal\WritePath;
use App\Models\Calendar;
use App\Models\Refresh;
use App\Models\User;
use Carbon\CarbonImmutable;
use ErrorException;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use Sabre\VObject\InvalidDataException;
use Sabre\VObject\ParseException;
use Throwable;

/**
 * Reads an address that is followed, and makes its calendar what is there: what is new comes, what is another is changed, what is
 * not there any more goes. Where it cannot be read all stays as it was last good. Nothing is asked while the database is held.
 */
final readonly class RefreshCalendar
{
    /** Seconds: how often at most, and how seldom at least, whatever it asks for. */
    private const OFTENEST = 900;

    private const SELDOMEST = 7 * 86400;

    private const USUAL = 3600;

    /** Entries that are written in one transaction. */
    private const AT_ONCE = 200;

    private const MOST_ENTRIES = 20_000;

    public function __construct(private Fetch $fetch, private WritePath $writes, private SaveReadEntry $entries)
    {
    }

    /** @return bool whether it could be read */
    public function refresh(User $user, Calendar $calendar, bool $anew = false): bool
    {
        $state = $this->state($user, $calendar);
        $now = CarbonImmutable::now()->getTimestamp();
        $answer = null;
        try {
            $answer = $this->fetch->get(
                Address::of((string) $calendar->follows),
                $anew ? null : $state->etag,
                $anew ? null : $state->last_modified,
            );
            $values = ['etag' => $answer->etag, 'last_modified' => $answer->lastModified];
            if ($answer->path !== null) {
                $values['every'] = self::every($answer->path);
                $values['left_out'] = $this->take($user, $calendar, $answer->path);
            }
        } catch (FetchTrouble $e) {
            return $this->failed($state, $now, $e->getMessage());
        } catch (Throwable $e) {
            report($e); // one that trips over something here keeps no other from being read

            return $this->failed($state, $now, 'What it answers could not be taken in.');
        } finally {
            if ($answer?->path !== null && is_file($answer->path)) {
                unlink($answer->path);
            }
        }
        $every = $values['every'] ?? $state->every;
        $state->update([...$values, 'good_at' => $now, 'failures' => 0, 'trouble' => null, 'next_at' => $now + $every]);

        return true;
    }

    private function state(User $user, Calendar $calendar): Refresh
    {
        return Refresh::query()->firstOrCreate(['calendar_id' => $calendar->id], ['user_id' => $user->id]);
    }

    /** Twice as long each time, up to a day. */
    private function failed(Refresh $state, int $now, string $sentence): bool
    {
        $failures = min(20, $state->failures + 1);
        $wait = min(Followed::LONGEST_WAIT, max($state->every, self::OFTENEST) * 2 ** min(10, $failures - 1));
        $state->update(['failures' => $failures, 'trouble' => $sentence, 'next_at' => $now + $wait]);

        return false;
    }

    /** How often it asks to be read (RFC 7986 5.7), or what programs said before that. */
    private static function every(string $path): int
    {
        $head = (string) file_get_contents($path, length: 20_000);
        $asked =
            preg_match('/^(?:REFRESH-INTERVAL|X-PUBLISHED-TTL)[^:\r\n]{0,100}:(P[\dWDTHMS]{1,20})\s*$/mi', $head, $m) === 1
                ? Alarms::seconds($m[1])
                : null;

        return min(self::SELDOMEST, max(self::OFTENEST, $asked ?? self::USUAL));
    }

    /** @return int how many of its entries were left out */
    private function take(User $user, Calendar $calendar, string $path): int
    {
        $index = FileIndex::of($path);
        if ($index->fault !== null) {
            throw new FetchTrouble('What it answers cannot be read. '.$index->fault);
        }
        if ($index->cut !== null) {
            throw new FetchTrouble('What it answers did not arrive whole. All stays as it was last good.');
        }
        $parts = new FileParts($path, $index, $user->timeZone());
        $known = Visible::to($user)->entries()->where('calendar_id', $calendar->id)->pluck('id', 'uid')->all();
        $leftOut = max(0, count($index->entries) - self::MOST_ENTRIES);
        $seen = $some = [];
        foreach (array_slice($index->entries, 0, self::MOST_ENTRIES, true) as $uid => $ones) {
            try {
                $read = $this->wanted($calendar, EntryCheck::of($parts->read($ones))[0]);
            } catch (CannotKeep|ErrorException|InvalidDataException|ParseException) {
                // It is there, but cannot be read: what was last good of it stays.
                $seen[$uid] = true;
                $read = null;
            }
            if ($read === null) {
                $leftOut++;

                continue;
            }
            $seen[$read->uid] = true;
            $some[] = $read;
            if (count($some) === self::AT_ONCE) {
                $this->write($user, $calendar, $some);
                $some = [];
            }
        }
        $this->write($user, $calendar, $some);
        // What a routine is from one of its times on lies beside it under a UID of ours.
        $gone = array_values(
            array_filter(
                $known,
                fn (string $uid): bool => ! isset($seen[$uid]) && ! isset($seen[explode('#', $uid)[0]]),
                ARRAY_FILTER_USE_KEY,
            ),
        );
        foreach (array_chunk($gone, self::AT_ONCE) as $ids) {
            $this->writes->quietly(
                $user,
                fn () => Visible::to($user)
                    ->entries()
                    ->whereIn('id', $ids)
                    ->where('calendar_id', $calendar->id)
                    ->get()
                    ->each(RemoveEntry::whole(...)),
            );
        }

        return $leftOut;
    }

    /** Null for what is left out: what is nobody's here to do, and what has one of the words not wished for. */
    private function wanted(Calendar $calendar, ReadEntry $read): ?ReadEntry
    {
        foreach ($calendar->hidden_words as $word) {
            if (mb_stripos($read->title(), $word) !== false) {
                return null;
            }
        }
        if ($read->columns['kind'] !== 'event' || $read->uid === '') {
            return null;
        }

        return new ReadEntry(
            $read->uid,
            // Whom it reminds is for whoever follows it to say, by the calendar.
            [...$read->columns, 'reminders' => [], 'own_reminders' => false, 'protected' => false, 'always_through' => false],
            array_map(
                fn (array $row): array => isset($row['fields'])
                    ? [
                        ...$row,
                        'fields' => array_diff_key($row['fields'], [
                            'reminders' => 0,
                            'own_reminders' => 0,
                            'calendar_id' => 0,
                        ]),
                    ]
                    : $row,
                $read->overrides,
            ),
            $read->changed,
            $read->sequence,
            $read->repairs,
            $read->onward,
            $read->related,
            $read->created,
        );
    }

    /** @param  list<ReadEntry>  $some */
    private function write(User $user, Calendar $calendar, array $some): void
    {
        if ($some === []) {
            return;
        }
        $there = Visible::to($user)
            ->entries()
            ->where('calendar_id', $calendar->id)
            ->whereIn('uid', array_map(fn (ReadEntry $one): string => $one->uid, $some))
            ->with(['calendar', 'overrides'])
            ->get()
            ->keyBy('uid');
        $other = array_values(
            array_filter($some, function (ReadEntry $read) use ($there): bool {
                $entry = $there[$read->uid] ?? null;

                return $entry === null || KnownEntries::compare($entry, $read) !== 'same';
            }),
        );
        if ($other === []) {
            return; // nobody is told of a change where there is none
        }
        $this->writes->quietly($user, function () use ($user, $calendar, $other, $there): void {
            foreach ($other as $read) {
                $entry =
                    $there[$read->uid] ??
                    Changeable::by($user)->newEntry(['calendar_id' => $calendar->id, 'uid' => $read->uid]);
                try {
                    $this->entries->save($user, $entry, $read);
                } catch (CannotKeep|InvalidTime|TooDense) {
                    continue; // before anything of it was written
                }
            }
        });
    }
}
