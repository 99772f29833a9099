<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use App\Reading\EntryRow;
use App\Reading\EntryRows;
use App\Reading\JournalLines;
use App\Reading\OverrideRows;
use App\Reading\RoutineHalves;
use App\Reading\SearchRows;
use PlumRota\Core\Capture\LastTime;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;
use stdClass;

/** Finds entries, past and done included, by what is written in them; each with when it was last and when it is next. */
final readonly class Search
{
    private const MOST = 40;

    /** How far back and ahead an occurrence is looked for, in days, the near ones first. */
    private const REACHES = [40, 400, 4000];

    public function __construct(
        private DaysOff $daysOff,
        private RoutineHalves $halves,
        private EntryRows $entryRows,
        private OverrideRows $overrideRows,
        private SearchRows $searchRows,
        private JournalLines $journalLines,
    ) {
    }

    /** @return array<string, mixed> the schema SearchResult of the contract */
    public function show(User $user, string $text): array
    {
        $question = LastTime::asked($text);
        $words = $question ?? $text;
        $rows = $this->rows($user, self::match($words, 'AND'));
        if ($rows === [] && str_contains(trim($words), ' ')) {
            // Any of the longer words will do then.
            $rows = $this->rows(
                $user,
                self::match((string) preg_replace('/\b[\p{L}\p{N}]{1,3}\b/u', ' ', mb_scrub($words)), 'OR'),
            );
        }
        $entries = $this->entryRows->named(Visible::to($user), array_values(array_unique(array_column($rows, 'entry_id'))));
        $found = $this->found($user, $rows, $entries);
        $answer = null;
        if ($question !== null) {
            foreach ($found as $i => $one) {
                if ($one['last_done'] !== null || $one['last'] !== null) {
                    $answer = [
                        'title' => $one['title'],
                        'entry_id' => $one['entry_id'],
                        'recurrence_id' => $one['recurrence_id'],
                        'at' => $one['last_done'] ?? $one['last'],
                        'done' => $one['last_done'] !== null,
                        'habit' => $one['routine'] && $one['kind'] === 'task',
                    ];
                    unset($found[$i]);
                    $found = [$one, ...array_values($found)];
                    break;
                }
            }
        }

        return ['found' => $found, 'answer' => $answer, 'lines' => $this->journalLines->with($user, self::words($words))];
    }

    /** What was typed as a query of FTS5: every word quoted, the beginnings of words enough. */
    private static function match(string $text, string $join): string
    {
        return implode(" {$join} ", array_map(fn (string $word): string => "\"{$word}\"*", self::words($text)));
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        preg_match_all('/[\p{L}\p{N}]+/u', mb_substr(mb_scrub($text), 0, 200), $words);

        return array_slice($words[0], 0, 12);
    }

    /**
     * @return list<array{entry_id: string, override_id: int|null, snippet: string}> the best first, an entry at most once unless
     *   changes of it match
     */
    private function rows(User $user, string $match): array
    {
        if ($match === '') {
            return [];
        }
        $rows = $this->searchRows->matching(Visible::to($user), $match);
        $kept = [];
        $perEntry = [];
        foreach ($rows as $row) {
            assert($row instanceof stdClass && is_string($row->entry_id) && is_string($row->snippet));
            // Of a routine that was changed the same way many times one stands for all.
            $same = $row->entry_id.'|'.($row->override_id === null ? '' : (is_string($row->title) ? $row->title : ''));
            if (isset($perEntry[$same]) || count($kept) >= self::MOST) {
                continue;
            }
            $perEntry[$same] = true;
            $kept[] = [
                'entry_id' => $row->entry_id,
                'override_id' => is_numeric($row->override_id) ? (int) $row->override_id : null,
                'snippet' => $row->snippet,
            ];
        }

        return $kept;
    }

    /**
     * @param  list<array{entry_id: string, override_id: int|null, snippet: string}>  $rows
     * @param  array<string, EntryRow>  $entries
     * @return list<array{entry_id: string, recurrence_id: string|null, title: string, kind: string, calendar_id: string, area_id: string, colour: string|null, routine: bool, snippet: string, last_done: string|null, last: string|null, next: string|null}>
     */
    private function found(User $user, array $rows, array $entries): array
    {
        $now = $user->wallNow();
        $changes = $this->overrideRows->named(array_filter(array_column($rows, 'override_id')));
        /** @var array<string, string> $areas  by calendar */
        $areas = Visible::to($user)->areaOfCalendar();
        $routines = $this->routines($user, $rows, $entries);
        $found = [];
        $dates = [];
        foreach ($rows as $row) {
            $entry = $entries[$row['entry_id']] ?? null;
            if ($entry === null) {
                continue;
            }
            $change = $row['override_id'] === null ? null : $changes[$row['override_id']] ?? null;
            $details = SeriesOf::details($entry)->with($change->fields ?? []);
            if ($change !== null) {
                $at = $change->start ?? ($change->recurrence_id === Series::ONCE ? $entry->start : $change->recurrence_id);
                $isPast = $at !== null && $at < (string) $now;
                [$last, $next, $lastDone] = [
                    $isPast ? $at : null,
                    $isPast ? null : $at,
                    $change->done_at === null ? null : (string) $user->timeZone()->wall($change->done_at),
                ];
            } else {
                // Of a routine that was cut the last and the next are those of all its halves.
                $routine = $this->halves->first($user, $entry->id);
                if (isset($dates[$routine])) {
                    continue;
                }
                [$last, $next, $lastDone, $entry] = $dates[$routine] = $this->ofRoutine($user, $routines[$routine], $now);
                $details = SeriesOf::details($entry);
            }
            $found[] = [
                'entry_id' => $entry->id,
                'recurrence_id' => $change !== null && $entry->isRoutine() ? $change->recurrence_id : null,
                'title' => $details->title,
                'kind' => $entry->kind,
                'calendar_id' => $details->calendar_id,
                'area_id' => $areas[$details->calendar_id] ?? $entry->area_id,
                'colour' => $details->colour,
                'routine' => $entry->isRoutine(),
                'snippet' => str_contains($row['snippet'], "\x02") ? $row['snippet'] : '',
                'last_done' => $lastDone,
                'last' => $last,
                'next' => $next,
            ];
        }

        return $found;
    }

    /**
     * What is known of the entries that were found as a whole: each with its halves where it was cut, what makes their
     * occurrences differ and when they were last done, read at once for all.
     *
     * @param  list<array{entry_id: string, override_id: int|null, snippet: string}>  $rows
     * @param  array<string, EntryRow>  $entries
     * @return array<string, list<array{entry: EntryRow, overrides: list<Override>, lastDone: int|null}>> by the id of the first
     *   half: its halves, in order
     */
    private function routines(User $user, array $rows, array $entries): array
    {
        $idsOf = [];
        foreach ($rows as $row) {
            if ($row['override_id'] === null && isset($entries[$row['entry_id']])) {
                $first = $this->halves->first($user, $row['entry_id']);
                $idsOf[$first] ??= array_values(
                    array_unique([$row['entry_id'], ...$this->halves->of($user, $row['entry_id'])]),
                );
            }
        }
        $ids = array_merge(...array_values($idsOf));
        $who = Visible::to($user);
        $all = $entries + $this->entryRows->named($who, array_values(array_diff($ids, array_keys($entries))));
        $all = array_intersect_key($all, array_flip($ids));
        $today = $user->wallNow()->date();
        // Of the past only what is near matters; of what is to come, all that was changed.
        $overrides = $this->overrideRows->near(
            $who,
            $all,
            (string) $today->plusDays(-self::REACHES[0]),
            (string) $today->plusDays(self::REACHES[2]),
            isAll: false,
        );
        $done = $this->overrideRows->lastDone($ids);

        return array_map(function (array $ids) use ($all, $overrides, $done): array {
            $halves = array_map(
                fn (EntryRow $half): array => [
                    'entry' => $half,
                    'overrides' => array_map(SeriesOf::override(...), $overrides[$half->id] ?? []),
                    'lastDone' => $done[$half->id] ?? null,
                ],
                array_values(array_intersect_key($all, array_flip($ids))),
            );
            usort($halves, fn (array $a, array $b): int => $a['entry']->start <=> $b['entry']->start);

            return $halves;
        }, $idsOf);
    }

    /**
     * Of an entry and what it was cut from or continued by.
     *
     * @param  list<array{entry: EntryRow, overrides: list<Override>, lastDone: int|null}>  $halves
     * @return array{string|null, string|null, string|null, EntryRow} last, next, last done, and the latest half
     */
    private function ofRoutine(User $user, array $halves, LocalDateTime $now): array
    {
        $around = array_map(fn (array $half): array => $this->around($user, $half['entry'], $half['overrides'], $now), $halves);
        $lasts = array_filter(array_column($around, 0));
        $nexts = array_filter(array_column($around, 1));
        $done = array_filter(array_column($halves, 'lastDone'));

        return [
            $lasts === [] ? null : max($lasts),
            $nexts === [] ? null : min($nexts),
            $done === [] ? null : (string) $user->timeZone()->wall(max($done)),
            $halves[count($halves) - 1]['entry'],
        ];
    }

    /**
     * The latest occurrence before a moment, and the next one that is open: neither done, let go nor skipped, where it was moved
     * to.
     *
     * @param  list<Override>  $changes
     * @return array{string|null, string|null}
     */
    private function around(User $user, EntryRow $entry, array $changes, LocalDateTime $now): array
    {
        $series = SeriesOf::mendable($entry);
        if ($series === null) {
            return [null, null];
        }
        $timeline = new Timeline($user->timeZone(), $this->daysOff->marks($user));
        $isOpen = fn (Occurrence $one): bool => ! $one->isDone() && ! $one->isLetGo();
        $last = $next = null;
        foreach (self::REACHES as $days) {
            $before = $timeline->occurrences($series, $changes, TimeRange::of($now->plusSeconds(-86400 * $days), $now));
            $after = $timeline->occurrences($series, $changes, TimeRange::of($now, $now->plusSeconds(86400 * $days)));
            $last ??= self::text(
                array_values(
                    array_filter(
                        $before,
                        fn (Occurrence $one): bool => ! $one->isLetGo() && $one->seen->from->seconds < $now->seconds,
                    ),
                ),
                true,
            );
            // What counts from its last finish has one that is open, also when its day is past.
            $next ??= self::text(
                array_values(array_filter($series->afterDone ? [...$before, ...$after] : $after, $isOpen)),
                false,
            );
            if ($last !== null && $next !== null) {
                break;
            }
        }

        return [$last, $next];
    }

    /** @param  list<Occurrence>  $occurrences */
    private static function text(array $occurrences, bool $last): ?string
    {
        $one = $last ? end($occurrences) : reset($occurrences);

        return $one === false
            ? null
            : ($one->placement->allDay
                ? substr((string) $one->seen->from, 0, 10)
                : (string) $one->seen->from);
    }
}
