<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Access\Changeable;
use App\Models\Entry;
use App\Models\User;

/** Which entries of an account a file means, by their UID; those of addresses that are followed are none of them. */
final readonly class KnownEntries
{
    /**
     * @param  list<string>  $uids
     * @return array<string, Entry> by UID, with what makes their occurrences differ
     */
    public static function of(User $user, array $uids): array
    {
        $ids = [];
        foreach ($uids as $uid) {
            if (preg_match('/^([0-9a-hjkmnp-tv-z]{26})@plum-rota\.invalid$/D', $uid, $m) === 1) {
                $ids[] = $m[1];
            }
        }
        $found = [];
        foreach (array_chunk($uids, 400) as $some) {
            foreach (
                Changeable::by($user)
                    ->entries()
                    ->whereIn('uid', $some)
                    ->with(['calendar', 'overrides'])
                    ->get() as $entry
            ) {
                $found[(string) $entry->uid] = $entry;
            }
        }
        foreach (array_chunk($ids, 400) as $some) {
            foreach (
                Changeable::by($user)
                    ->entries()
                    ->whereIn('id', $some)
                    ->whereNull('uid')
                    ->with(['calendar', 'overrides'])
                    ->get() as $entry
            ) {
                $found[EntryWriter::uid($entry)] = $entry;
            }
        }

        return $found;
    }

    /**
     * Whether what was read says of an entry what it is already, or which of the two was changed last.
     *
     * @return 'same'|'newer'|'older'
     */
    public static function compare(Entry $entry, ReadEntry $read): string
    {
        $is = EntryWriter::columns($entry);
        $rows = EntryWriter::rows($entry->overrides);
        if (DeepEquality::of($is, array_intersect_key($read->columns, $is)) && DeepEquality::of($rows, $read->overrides)) {
            return 'same';
        }
        $changed = $entry->updated_at?->utc()->format('Ymd\THis\Z') ?? '';

        return $read->changed !== null && $read->changed >= $changed ? 'newer' : 'older';
    }
}
