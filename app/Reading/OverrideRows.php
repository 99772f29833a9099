<?php

declare(strict_types=1);

namespace App\Reading;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Recurrence\LivedSet;
use PlumRota\Core\Time\LocalDate;
use stdClass;

/** What makes occurrences of some entries differ in a stretch of days, narrowed by the database. */
final class OverrideRows
{
    /**
     * @param  array<string, EntryRow>  $entries
     * @return array<string, list<ChangeRow>> by entry
     */
    public function between(User $user, array $entries, string $from, string $to): array
    {
        $longest = 0;
        $whole = [];
        foreach ($entries as $entry) {
            $longest = max($longest, $entry->all_day ? $entry->length : intdiv($entry->length, 1440) + 1);
            if ($entry->after_done || $entry->rule === null || ($entry->missed === Missed::Roll->value && $entry->kind === 'task')) {
                $whole[] = $entry->id;
            }
        }
        // A day off may send an occurrence either way from its recurrence id.
        $offDays = array_unique(array_map(fn (EntryRow $entry): string => $entry->off_day, $entries));
        $earliest = (string) LocalDate::parse($from)->plusDays(-$longest - (in_array('after', $offDays, true) ? LivedSet::FURTHEST : 0));
        $latest = (string) LocalDate::parse($to)->plusDays(in_array('before', $offDays, true) ? LivedSet::FURTHEST : 0);
        $rows = DB::select('select '.ChangeRow::COLUMNS.' from changes where user_id = :user and day between :from and :to
            union select '.ChangeRow::COLUMNS.' from changes where user_id = :user2 and moved_from <= :to2 and moved_to >= :from2
            union select '.ChangeRow::COLUMNS.' from changes where entry_id in (select value from json_each(:whole))',
            ['user' => $user->id, 'user2' => $user->id, 'from' => $earliest, 'from2' => $from, 'to' => $latest, 'to2' => $to, 'whole' => json_encode($whole, JSON_THROW_ON_ERROR)]);
        $byEntry = [];
        foreach ($rows as $row) {
            assert($row instanceof stdClass);
            $change = ChangeRow::of($row);
            if (isset($entries[$change->entry_id])) {
                $byEntry[$change->entry_id][] = $change;
            }
        }

        return $byEntry;
    }
}
