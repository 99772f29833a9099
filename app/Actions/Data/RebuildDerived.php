<?php

declare(strict_types=1);

namespace App\Actions\Data;

use App\Access\Owned;
use App\Follows\ObjectRevisions;
use App\Follows\SearchWords;
use App\Journal\Journal;
use App\Mapping\SeriesColumns;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use App\Queries\Tally\CountedStretch;
use App\Queries\Tally\KeptWeeks;
use App\Queries\Tally\LiveLines;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Time\LocalDate;
use Throwable;

/** Makes all that is derived of an account anew from what it was derived from, and says what was another. */
final readonly class RebuildDerived
{
    public function __construct(
        private Journal $journal,
        private SearchWords $words,
        private ObjectRevisions $objects,
        private KeptWeeks $weeks,
        private LiveLines $lines,
    ) {
    }

    /** @return list<string> a sentence for each thing that differed */
    public function of(User $user): array
    {
        // Nobody changes anything meanwhile: a transaction begins with its lock.
        return DB::transaction(fn (): array => [
            ...$this->places($user),
            ...$this->words($user),
            ...$this->objects($user),
            ...$this->weeks($user),
        ]);
    }

    /** @return list<string> */
    private function places(User $user): array
    {
        $said = [];
        foreach (Owned::by($user->id)->entries()->lazyById(500) as $entry) {
            foreach ([$entry, ...$entry->overrides()->where('entry_id', $entry->id)->get()->all()] as $row) {
                $is = $row instanceof Entry ? self::stretch($entry) : self::place($entry, $row);
                $kept = $row->only(array_keys($is));
                if ($kept != $is) {
                    $what = $row instanceof Entry ? "“{$entry->title}”" : "“{$entry->title}” of {$row->recurrence_id}";
                    $said[] = "{$what} was kept as if it stood elsewhere: ".json_encode($kept).' instead of '.json_encode($is).'.';
                    $this->journal->unrecorded(fn () => $row->newQuery()->whereKey($row->getKey())->toBase()->update($is));
                }
            }
        }

        return $said;
    }

    /** @return array<string, mixed> the days on which an entry may stand; none where that cannot be reckoned */
    private static function stretch(Entry $entry): array
    {
        try {
            $series = SeriesOf::entry($entry);

            return $series === null
                ? ['first_day' => null, 'last_day' => null]
                : array_intersect_key(SeriesColumns::of($series), ['first_day' => 0, 'last_day' => 0]);
        } catch (Throwable) {
            return [];
        }
    }

    /** @return array<string, mixed> */
    private static function place(Entry $entry, OccurrenceOverride $row): array
    {
        $day = $row->recurrence_id === Series::ONCE ? (substr((string) $entry->start, 0, 10) ?: null) : substr($row->recurrence_id, 0, 10);
        try {
            $moved =
                $row->start === null
                    ? ['moved_from' => null, 'moved_to' => null]
                    : array_intersect_key(
                        SeriesColumns::moved(
                            SeriesOf::placement((bool) $row->all_day, $row->start, $row->length ?? 1, $row->zone),
                        ),
                        ['moved_from' => 0, 'moved_to' => 0],
                    );

            // Of what happens once the day is a help only, and may be that of an earlier place.
            return $row->recurrence_id === Series::ONCE ? $moved : ['day' => $day, ...$moved];
        } catch (Throwable) {
            return [];
        }
    }

    /** @return list<string> */
    private function words(User $user): array
    {
        $differences = $this->words->differences($user->id);
        if ($differences !== []) {
            $this->words->rebuild($user->id);
        }

        return array_map(fn (string $one): string => 'Words to search: '.mb_strimwidth($one, 0, 200, '…'), $differences);
    }

    /** @return list<string> */
    private function objects(User $user): array
    {
        $differences = $this->objects->differences($user->id);
        if ($differences !== []) {
            $this->objects->mend($user->id);
        }

        return array_map(fn (string $one): string => "Clients were not told of {$one}.", $differences);
    }

    /** @return list<string> */
    private function weeks(User $user): array
    {
        $said = [];
        $starts = Owned::by($user->id)->rows('tally_weeks')->pluck('start')->all();
        foreach (array_filter($starts, is_string(...)) as $start) {
            $kept = $this->weeks->find($user, [LocalDate::parse($start)])[$start] ?? null;
            if ($kept === null) {
                continue; // of another format: it is made anew when it is asked for
            }
            if (self::asText($kept) !== self::asText($this->lines->over($user, $kept->from, $kept->days, rolls: false))) {
                $said[] = "The week of {$start} was counted otherwise than it is.";
                Owned::by($user->id)->rows('tally_weeks')->where('start', $start)->delete();
            }
        }

        return $said;
    }

    private static function asText(CountedStretch $week): string
    {
        $lines = array_map(
            fn (CountedLine $one): string => json_encode(
                [$one->of->entryId, $one->of->title, $one->of->calendarId, $one->of->importance, $one->of->effort, $one->of->labels,
                    $one->recurrenceId, $one->count, $one->outcome, $one->isFirst, $one->putOff, $one->measured],
                JSON_THROW_ON_ERROR,
            ),
            $week->lines,
        );
        sort($lines);

        return json_encode([$lines, $week->placed, $week->listed], JSON_THROW_ON_ERROR);
    }
}
