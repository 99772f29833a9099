<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\User;
use App\Queries\Tally\Choice;
use App\Reading\EntryRow;
use App\Reading\EntryRows;
use App\Reading\JournalLines;
use App\Reading\OverrideRow;
use App\Reading\OverrideRows;
use App\Reading\RoutineHalves;
use App\Reading\SearchRows;
use PlumRota\Core\Capture\Folded;
use PlumRota\Core\Capture\LastTime;

/** Finds entries, past and done included, by what is written in them; each with when it was last and when it is next. */
final readonly class Search
{
    private const MOST = 40;

    private const MOST_WORDS = 12;

    public function __construct(
        private HitDates $dates,
        private RoutineHalves $halves,
        private EntryRows $entryRows,
        private OverrideRows $overrideRows,
        private SearchRows $searchRows,
        private JournalLines $journalLines,
    ) {
    }

    /**
     * @param  Choice|null  $choice  what is let through; left out, everything
     * @return array<string, mixed> the schema SearchResult of the contract
     */
    public function show(User $user, string $text, ?Choice $choice = null): array
    {
        $choice ??= new Choice();
        $question = LastTime::asked($text);
        $said = self::said($question ?? $text);
        $words = self::folded($said);
        $rows = $this->rows($user, $words, 'AND');
        $anyOf = [];
        if ($rows === [] && count($words) > 1) {
            // Any of the longer words will do then.
            $anyOf = array_values(array_filter($said, fn (string $word): bool => mb_strlen($word) > 3));
            $rows = $this->rows($user, $words = self::folded($anyOf), 'OR');
        }
        $entries = $this->entryRows->named(Visible::to($user), array_values(array_unique(array_column($rows, 'entry_id'))));
        $rows = array_slice($this->chosen($user, $rows, $entries, $choice), 0, self::MOST);
        $found = $this->found($user, $rows, $entries, $words);
        // What has but one of the words may be something else.
        $latest = $question === null || $anyOf !== [] ? null : self::latest($found, $words);
        if ($latest !== null) {
            $one = $found[$latest];
            unset($found[$latest]);
            $found = [$one, ...array_values($found)];
        }

        return [
            'found' => $found,
            'answer' => $latest === null ? null : [
                'title' => $one['title'],
                'entry_id' => $one['entry_id'],
                'recurrence_id' => $one['recurrence_id'],
                'at' => $one['last_done'] ?? $one['last'],
                'done' => $one['last_done'] !== null,
                'habit' => $one['routine'] && $one['kind'] === 'task',
            ],
            'any_of' => $anyOf,
            // The journal is on no board.
            'lines' => $choice->isEverything() ? $this->journalLines->with($user, self::folded($said)) : [],
        ];
    }

    /**
     * The one that was last: of those that are called so, else of all that have the words somewhere.
     *
     * @param  list<array{title: string, last_done: string|null, last: string|null}>  $found
     * @param  list<string>  $words  folded
     */
    private static function latest(array $found, array $words): ?int
    {
        $at = array_filter(array_map(fn (array $one): ?string => $one['last_done'] ?? $one['last'], $found));
        $isCalledSo = function (int $i) use ($found, $words): bool {
            $title = Folded::words($found[$i]['title']);
            $isThere = fn (string $asked): bool => array_filter($title, fn (string $word): bool => Folded::isAsked($word, $asked)) !== [];

            return array_filter($words, fn (string $asked): bool => ! $isThere($asked)) === [];
        };
        $called = array_filter($at, $isCalledSo, ARRAY_FILTER_USE_KEY);
        $of = $called === [] ? $at : $called;

        arsort($of);

        return array_key_first($of);
    }

    /** @return list<string> words and pictographs as they were typed */
    private static function said(string $text): array
    {
        preg_match_all('/[\p{L}\p{M}\p{N}\p{Co}]+|\p{So}/u', mb_substr(mb_scrub($text), 0, 200), $words);

        return array_slice($words[0], 0, self::MOST_WORDS);
    }

    /**
     * @param  list<string>  $said
     * @return list<string>
     */
    private static function folded(array $said): array
    {
        return array_slice(Folded::words(implode(' ', $said)), 0, self::MOST_WORDS);
    }

    /**
     * @param  list<string>  $words  folded
     * @param  'AND'|'OR'  $join
     * @return list<array{entry_id: string, override_ids: list<int>}> the best first, an entry at most once unless changes of it match
     */
    private function rows(User $user, array $words, string $join): array
    {
        $kept = [];
        foreach ($this->searchRows->matching(Visible::to($user), $words, $join) as $row) {
            // Of a routine that was changed the same way many times one stands for all.
            $same = $row['entry_id'].'|'.($row['override_id'] === null ? '' : $row['title']);
            $kept[$same] ??= ['entry_id' => $row['entry_id'], 'override_ids' => []];
            if ($row['override_id'] !== null) {
                $kept[$same]['override_ids'][] = $row['override_id'];
            }
        }

        return array_values($kept);
    }

    /**
     * Those that a choice lets through; of a routine open is what is not done for good.
     *
     * @param  list<array{entry_id: string, override_ids: list<int>}>  $rows
     * @param  array<string, EntryRow>  $entries
     * @return list<array{entry_id: string, override_ids: list<int>}>
     */
    private function chosen(User $user, array $rows, array $entries, Choice $choice): array
    {
        if ($choice->isEverything()) {
            return $rows;
        }
        $changes = $this->overrideRows->named(array_merge(...array_column($rows, 'override_ids')));
        $areas = Visible::to($user)->areaOfCalendar();
        $done = $this->overrideRows->lastDone(array_keys($entries));

        return array_values(array_filter($rows, function (array $row) use ($entries, $choice, $changes, $areas, $done): bool {
            $entry = $entries[$row['entry_id']] ?? null;
            if ($entry === null) {
                return false;
            }
            $change = $changes[$row['override_ids'][0] ?? -1] ?? null;
            $details = SeriesOf::details($entry);
            $details = $change === null ? $details : $details->with($change->fields);

            return $choice->lets(
                $areas[$details->calendar_id] ?? $entry->area_id,
                $details->calendar_id,
                $entry->kind,
                $details->importance,
                $details->effort,
                $details->labels,
                $entry->isRoutine() ? $change?->done_at !== null : isset($done[$entry->id]),
                $entry->isRoutine(),
            );
        }));
    }

    /**
     * @param  list<array{entry_id: string, override_ids: list<int>}>  $rows
     * @param  array<string, EntryRow>  $entries
     * @param  list<string>  $words  folded
     * @return list<array{entry_id: string, recurrence_id: string|null, title: string, kind: string, calendar_id: string, area_id: string, colour: string|null, routine: bool, snippet: string, last_done: string|null, last: string|null, next: string|null, in_basket: bool}>
     */
    private function found(User $user, array $rows, array $entries, array $words): array
    {
        $changes = $this->overrideRows->named(array_merge(...array_column($rows, 'override_ids')));
        /** @var array<string, string> $areas  by calendar */
        $areas = Visible::to($user)->areaOfCalendar();
        $halves = $this->halvesOf($user, $rows, $entries);
        $ids = array_values(array_unique(array_merge(...array_values(array_map(array_keys(...), $halves)))));
        $dates = $this->dates->ofEntries($user, $ids);
        $done = $this->overrideRows->lastDone($ids);
        $singles = $this->dates->ofSingles($user, $this->recurrenceIds($rows, $changes));
        $found = $seen = [];
        foreach ($rows as $row) {
            $entry = $entries[$row['entry_id']] ?? null;
            if ($entry === null) {
                continue;
            }
            $recurrenceId = null;
            $details = SeriesOf::details($entry);
            if ($row['override_ids'] !== []) {
                $of = array_values(array_intersect_key($changes, array_flip($row['override_ids'])));
                if ($of === []) {
                    continue;
                }
                [$change, $last, $next, $lastDone] = self::ofSame($user, $of, $singles);
                $details = $details->with($change->fields);
                $recurrenceId = $entry->isRoutine() ? $change->recurrence_id : null;
            } else {
                // Of a routine that was cut the last and the next are those of all its halves.
                $routine = $this->halves->first($user, $entry->id);
                if (isset($seen[$routine])) {
                    continue;
                }
                $seen[$routine] = true;
                $of = array_keys($halves[$routine]);
                $lasts = array_filter(array_map(fn (string $id): ?string => $dates[$id]['last'] ?? null, $of));
                $nexts = array_filter(array_map(fn (string $id): ?string => $dates[$id]['next'] ?? null, $of));
                $times = array_intersect_key($done, array_flip($of));
                $last = $lasts === [] ? null : max($lasts);
                $next = $nexts === [] ? null : min($nexts);
                $lastDone = $times === [] ? null : (string) $user->timeZone()->wall(max($times));
                $entry = end($halves[$routine]) ?: $entry;
                $details = SeriesOf::details($entry);
            }
            $found[] = [
                'entry_id' => $entry->id,
                'recurrence_id' => $recurrenceId,
                'title' => $details->title,
                'kind' => $entry->kind,
                'calendar_id' => $details->calendar_id,
                'area_id' => $areas[$details->calendar_id] ?? $entry->area_id,
                'colour' => $details->colour,
                'routine' => $entry->isRoutine(),
                'snippet' => Snippet::of($details->notes, $words),
                'last_done' => $lastDone,
                'last' => $last,
                'next' => $next,
                'in_basket' => $entry->start === null,
            ];
        }

        return $found;
    }

    /**
     * @param  list<array{entry_id: string, override_ids: list<int>}>  $rows
     * @param  array<int, OverrideRow>  $changes
     * @return array<string, list<string>> by entry
     */
    private function recurrenceIds(array $rows, array $changes): array
    {
        $ids = [];
        foreach ($rows as $row) {
            foreach (array_intersect_key($changes, array_flip($row['override_ids'])) as $change) {
                $ids[$row['entry_id']][] = $change->recurrence_id;
            }
        }

        return $ids;
    }

    /**
     * Of occurrences that were changed alike the one that is next, else the latest one.
     *
     * @param  non-empty-list<OverrideRow>  $changes
     * @param  array<string, array{at: string, last: bool, next: bool}>  $singles
     * @return array{OverrideRow, string|null, string|null, string|null} last, next, last done
     */
    private static function ofSame(User $user, array $changes, array $singles): array
    {
        $last = $next = $shown = $latest = $lastDone = null;
        foreach ($changes as $change) {
            $lastDone = max($lastDone, $change->done_at);
            $one = $singles["{$change->entry_id}|{$change->recurrence_id}"] ?? null;
            if ($one !== null && $one['next'] && ($next === null || $one['at'] < $next)) {
                [$next, $shown] = [$one['at'], $change];
            }
            if ($one !== null && $one['last'] && ($last === null || $one['at'] > $last)) {
                [$last, $latest] = [$one['at'], $change];
            }
        }

        return [$shown ?? $latest ?? $changes[0], $last, $next, $lastDone === null ? null : (string) $user->timeZone()->wall($lastDone)];
    }

    /**
     * The entries that were found as a whole, each with what it was cut from and continued by.
     *
     * @param  list<array{entry_id: string, override_ids: list<int>}>  $rows
     * @param  array<string, EntryRow>  $entries
     * @return array<string, array<string, EntryRow>> by the id of the first half: its halves by id, in order
     */
    private function halvesOf(User $user, array $rows, array $entries): array
    {
        $idsOf = [];
        foreach ($rows as $row) {
            if ($row['override_ids'] === [] && isset($entries[$row['entry_id']])) {
                $first = $this->halves->first($user, $row['entry_id']);
                $idsOf[$first] ??= array_values(
                    array_unique([$row['entry_id'], ...$this->halves->of($user, $row['entry_id'])]),
                );
            }
        }
        $ids = array_merge(...array_values($idsOf));
        $all = $entries + $this->entryRows->named(Visible::to($user), array_values(array_diff($ids, array_keys($entries))));

        return array_map(function (array $ids) use ($all): array {
            $halves = array_intersect_key($all, array_flip($ids));
            uasort($halves, fn (EntryRow $a, EntryRow $b): int => $a->start <=> $b->start);

            return $halves;
        }, $idsOf);
    }
}
