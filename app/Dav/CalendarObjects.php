<?php

declare(strict_types=1);

namespace App\Dav;

use App\Access\Visible;
use App\Interchange\CalendarWriter;
use App\Interchange\EntryWriter;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use App\Reading\ObjectRow;
use App\Reading\ObjectRows;
use Carbon\CarbonImmutable;
use PlumRota\Core\Time\TimeRange;

/**
 * The entries of an account as files that clients of CalDAV read. Files kept with an entry are none of it: they would be sent with
 * each change.
 */
final readonly class CalendarObjects
{
    private const AT_ONCE = 200;

    public function __construct(private ObjectRows $rows, private DaysOff $daysOff)
    {
    }

    /** Of two answers with the same tag the second says nothing new (RFC 9110 8.8.3). */
    public static function tag(User $user, ObjectRow $row): string
    {
        $parts = [SyncToken::line($user), $row->entryId, $row->revision];

        return '"'.substr(hash('sha256', implode(' ', $parts)), 0, 24).'"';
    }

    /**
     * Each with what is in it: as its client sent it, where nothing has changed since, else as it stands here.
     *
     * @param  iterable<ObjectRow>  $rows
     * @param  bool  $withZones  whether zones are told, or known by their names (RFC 7809)
     * @return iterable<array{ObjectRow, string}>
     */
    public function texts(User $user, iterable $rows, bool $withZones = true): iterable
    {
        $writer = $this->writer($user);
        foreach (self::portions($rows) as $some) {
            $ids = array_map(fn (ObjectRow $row): string => $row->entryId, $some);
            $sent = $this->rows->sent($ids);
            $entries = self::entries($user, array_values(array_diff($ids, array_keys($sent))));
            foreach ($some as $row) {
                if (isset($sent[$row->entryId])) {
                    yield [$row, $sent[$row->entryId]];
                } elseif (isset($entries[$row->entryId])) {
                    yield [$row, $writer->object($entries[$row->entryId], $withZones)];
                }
            }
        }
    }

    /**
     * Each with its occurrences in a stretch instead of its rhythm.
     *
     * @param  iterable<ObjectRow>  $rows
     * @param  TimeRange  $window  of the account's time
     * @return iterable<array{ObjectRow, string}>
     */
    public function expanded(User $user, iterable $rows, TimeRange $window): iterable
    {
        $writer = $this->writer($user);
        foreach (self::portions($rows) as $some) {
            $entries = self::entries($user, array_map(fn (ObjectRow $row): string => $row->entryId, $some));
            foreach ($some as $row) {
                if (isset($entries[$row->entryId])) {
                    yield [$row, $writer->expanded($entries[$row->entryId], $window)];
                }
            }
        }
    }

    private function writer(User $user): CalendarWriter
    {
        $now = CarbonImmutable::now();

        return new CalendarWriter(new EntryWriter($user->timeZone(), $this->daysOff->marks($user), $now), $now);
    }

    /**
     * @param  list<string>  $ids
     * @return array<string, Entry>
     */
    private static function entries(User $user, array $ids): array
    {
        /** @var array<string, Entry> $entries */
        $entries =
            $ids === []
                ? []
                : Visible::to($user)->entries()->whereIn('id', $ids)->with(Entry::WRITTEN_WITH)->get()->keyBy('id')->all();

        return $entries;
    }

    /**
     * @param  iterable<ObjectRow>  $rows
     * @return iterable<list<ObjectRow>>
     */
    private static function portions(iterable $rows): iterable
    {
        $some = [];
        foreach ($rows as $row) {
            $some[] = $row;
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
