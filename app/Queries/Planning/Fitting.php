<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use App\Queries\Screens\HoursByArea;
use App\Reading\OpenTasks;
use Carbon\CarbonImmutable;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Fitting\Fitter;
use PlumRota\Core\Planning\Fitting\Ground;
use PlumRota\Core\Planning\Fitting\HeldBack;
use PlumRota\Core\Planning\Fitting\Places;
use PlumRota\Core\Planning\Fitting\ReasonInWords;
use PlumRota\Core\Planning\Fitting\Work;
use PlumRota\Core\Planning\Fitting\Worth;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;

/**
 * Proposes places in the free hours of some days: for what lies in the basket, and for what stands on the lists of those days
 * without hours, each on its own day. Nothing is saved.
 *
 * @phpstan-type Loose array{work: Work, entry_id: string, recurrence_id: string, title: string, calendar_id: string}
 */
final readonly class Fitting
{
    /** Minutes that are thought of where no estimate was made. */
    private const USUAL = 30;

    private const MOST_WORKS = 200;

    /** Days after those asked for in which what finds no place is looked for one, and for how many that is done. */
    private const LATER = 14;

    private const MOST_LATER = 10;

    public function __construct(
        private OccurrencesBetween $occurrences,
        private Grounds $grounds,
        private OpenTasks $tasks,
        private HoursByArea $hours,
    ) {
    }

    /**
     * @param  bool  $basket  whether what lies in the basket is fitted in as well
     * @param  list<string>  $without  keys of what is not to be fitted this time
     * @param  array<string, string>  $was  where each was proposed before, by key
     * @param  bool  $again  whether single tasks that have hours today and are open are fitted in anew
     * @return array<string, mixed> the schema Fitting of the contract
     */
    public function propose(
        User $user,
        LocalDate $first,
        int $days,
        bool $basket,
        array $without,
        array $was,
        bool $again = false,
    ): array {
        $seen = $this->occurrences->find($user, TimeRange::days($first, $days));
        $today = $user->wallNow();
        $interrupted = $again
            ? array_values(array_filter($seen, fn (ResolvedOccurrence $one): bool => self::canBeginAgain($one, $today)))
            : [];
        $standing = array_values(array_filter($seen, fn (ResolvedOccurrence $one): bool => ! in_array($one, $interrupted, true)));
        $ground = $this->grounds->of($user, $first, $days, $standing, $seen);
        $themes = Themes::of($user, $first, $days);
        $loose = array_diff_key(
            [
                ...self::again($interrupted, $first, $was, $today),
                ...self::listed($seen, $first, $was),
                ...$basket ? $this->fromBasket($user, $first, $days, $seen, $was, $themes) : [],
            ],
            array_flip($without),
        );
        $loose = $this->inTurn($user, $loose, $first);
        $loose = array_slice($loose, 0, self::MOST_WORKS, true);
        $plan = (new Fitter($ground))->fit(array_column($loose, 'work'));
        $worth = new Worth($ground);
        $origin = $first->startOfDay();
        $proposals = [];
        $stands = [];
        foreach ($interrupted as $one) {
            $stands[$one->key()] = self::minute($one->block->seen->from, $first);
        }
        foreach ($plan->starts as $key => $start) {
            if (($stands[$key] ?? null) === $start) {
                continue; // it stands there already
            }
            $one = $loose[$key];
            $proposals[] = [
                ...self::named((string) $key, $one),
                'start' => (string) $origin->plusMinutes($start),
                'reasons' => ReasonInWords::of($one['work'], $start, $worth),
            ];
        }
        foreach ($plan->pieces as $key => $pieces) {
            foreach ($pieces as $i => [$start, $minutes]) {
                $proposals[] = [
                    ...self::named((string) $key, $loose[$key]),
                    'key' => "{$key}#{$i}",
                    'minutes' => $minutes,
                    'piece' => ['number' => $i + 1, 'of' => count($pieces)],
                    'start' => (string) $origin->plusMinutes($start),
                    'reasons' => 'No stretch holds it whole. '.
                        ReasonInWords::of($loose[$key]['work']->piece("{$key}#{$i}", $minutes), $start, $worth),
                ];
            }
        }
        usort($proposals, fn (array $a, array $b): int => [$a['start'], $a['key']] <=> [$b['start'], $b['key']]);
        $later = $this->later(
            $user,
            $first,
            $days,
            array_map(fn (string|int $key): Work => $loose[$key]['work'], array_keys($plan->left)),
        );

        return [
            'from' => (string) $first,
            'days' => $days,
            'proposals' => $proposals,
            'left' => array_map(
                fn (string $key, HeldBack $held): array => [
                    ...self::named($key, $loose[$key]),
                    'sentence' => $held->sentence(),
                    'longest' => max(0, intdiv($held->longest, Places::STEP) * Places::STEP),
                    'pieces' => $loose[$key]['recurrence_id'] === Series::ONCE ? $held->pieces : [],
                    'gives' => $held->gives === null ? null : ['key' => $held->gives, 'title' => $loose[$held->gives]['title']],
                    'later' => $later[$key] ?? null,
                ],
                array_map(strval(...), array_keys($plan->left)),
                $plan->left,
            ),
            'revision' => $user->revision,
        ];
    }

    /**
     * @param  Loose  $one
     * @return array{key: string, entry_id: string, recurrence_id: string, title: string, calendar_id: string, minutes: int}
     */
    private static function named(string $key, array $one): array
    {
        return [
            'key' => $key,
            'entry_id' => $one['entry_id'],
            'recurrence_id' => $one['recurrence_id'],
            'title' => $one['title'],
            'calendar_id' => $one['calendar_id'],
            'minutes' => $one['work']->minutes,
            'piece' => null,
        ];
    }

    /**
     * Where what finds no place could stand in the two weeks after those days.
     *
     * @param  list<Work>  $works
     * @return array<string, string> the first good date and time, by key
     */
    private function later(User $user, LocalDate $first, int $days, array $works): array
    {
        if ($works === []) {
            return [];
        }
        $next = $first->plusDays($days);
        $ground = $this->grounds->of(
            $user,
            $next,
            self::LATER,
            $this->occurrences->find($user, TimeRange::days($next, self::LATER)),
        );
        $before = $days * Ground::DAY;
        $later = [];
        foreach (array_slice($works, 0, self::MOST_LATER) as $work) {
            if ($work->staysOnDay || ($work->due !== null && $work->due <= $before) || $work->after !== null) {
                continue;
            }
            $moved = new Work(
                $work->key,
                $work->minutes,
                $work->importance,
                $work->effort,
                max(0, $work->notBefore - $before),
                $work->due === null ? null : $work->due - $before,
                lead: $work->lead,
                trail: $work->trail,
            );
            $start = (new Places($ground, new Worth($ground)))->of($moved, most: 1)[0][1] ?? null;
            if ($start !== null) {
                $later[$work->key] = (string) $next->startOfDay()->plusMinutes($start);
            }
        }

        return $later;
    }

    /**
     * What comes after another waits until that is done: where it is fitted in as well, behind it; where it stands somewhere,
     * behind that; where it is neither, it is left out.
     *
     * @param  array<string, Loose>  $loose
     * @return array<string, Loose>
     */
    private function inTurn(User $user, array $loose, LocalDate $first): array
    {
        $after = [];
        foreach (
            Visible::to($user)
                ->entries()
                ->whereIn('id', array_column($loose, 'entry_id'))
                ->whereNotNull('after_id')
                ->with('preceding.overrides')
                ->get() as $entry
        ) {
            $after[$entry->id] = Preceding::open($entry);
        }
        $keys = array_column($loose, null, 'entry_id');
        do {
            $number = count($loose);
            foreach ($loose as $key => $one) {
                $before = $after[$one['entry_id']] ?? null;
                if ($before === null) {
                    continue;
                }
                $known = $keys[$before->id] ?? null;
                if ($known !== null && isset($loose[$known['work']->key])) {
                    $loose[$key]['work'] = $one['work']->behind($known['work']->key, 0);
                } elseif ($before->start !== null) {
                    $end = SeriesOf::mendable($before)?->placement->end() ?? $first->startOfDay();
                    $loose[$key]['work'] = $one['work']->behind(null, self::minute($end, $first));
                } else {
                    unset($loose[$key]);
                }
            }
        } while (count($loose) < $number);

        return $loose;
    }

    /** A single task that has hours today, is open, and is not protected. */
    private static function canBeginAgain(ResolvedOccurrence $one, LocalDateTime $now): bool
    {
        return $one->block->isTask &&
            ! $one->block->allDay &&
            ! $one->block->isDone &&
            ! $one->details()->protected &&
            $one->occurrence->recurrenceId === Series::ONCE &&
            $one->block->seen->from->dayNumber() === $now->dayNumber();
    }

    /**
     * What had its hours today and did not come to them, or will: it stays on the day, where it stands if that is still to come.
     *
     * @param  list<ResolvedOccurrence>  $interrupted
     * @param  array<string, string>  $was
     * @return array<string, Loose>
     */
    private static function again(array $interrupted, LocalDate $first, array $was, LocalDateTime $now): array
    {
        $loose = [];
        foreach ($interrupted as $one) {
            $details = $one->details();
            $start = self::minute($one->block->seen->from, $first);
            $day = intdiv($start, Ground::DAY);
            $due = self::due($one->occurrence->due(), $first);
            $isAhead = $one->block->seen->from->seconds >= $now->seconds;
            $loose[$one->key()] = [
                'work' => new Work(
                    $one->key(),
                    self::minutes($one->block->seen->minutes()),
                    $details->importance,
                    $details->effort,
                    $day * Ground::DAY,
                    min(
                        ($day + 1) * Ground::DAY,
                        $due === null || $due <= $day * Ground::DAY ? ($day + 1) * Ground::DAY : $due,
                    ),
                    $one->change->put_off ?? 0,
                    was: self::wasAt($was[$one->key()] ?? null, $first) ?? ($isAhead ? $start : null),
                    isLate: $one->isLate,
                    // Its day counts it already, with its travel and margins.
                    adds: max(0, self::minutes($one->block->seen->minutes()) - $one->block->seen->minutes()) -
                        $details->before() -
                        $details->after(),
                    staysOnDay: true,
                    place: $details->place,
                    shortestPiece: self::shortestPiece($one),
                    lead: $details->before(),
                    trail: $details->after(),
                ),
                'entry_id' => $one->entry->id,
                'recurrence_id' => $one->occurrence->recurrenceId,
                'title' => $one->title(),
                'calendar_id' => $details->calendar_id,
            ];
        }

        return $loose;
    }

    /**
     * What stands on the lists of those days: it stays on its day, which counts it already.
     *
     * @param  list<ResolvedOccurrence>  $seen
     * @param  array<string, string>  $was
     * @return array<string, Loose>
     */
    private static function listed(array $seen, LocalDate $first, array $was): array
    {
        $loose = [];
        foreach ($seen as $one) {
            $block = $one->block;
            if (! $block->isTask || ! $block->allDay || $block->isDone) {
                continue;
            }
            $details = $one->details();
            $day = $block->seen->from->dayNumber() - $first->dayNumber();
            if ($day < 0 || $block->seen->minutes() > Ground::DAY) {
                continue; // what lasts for days has no hours to find
            }
            $end = ($day + 1) * Ground::DAY;
            $due = self::due($one->occurrence->due(), $first);
            $loose[$one->key()] = [
                'work' => new Work(
                    $one->key(),
                    self::minutes($block->estimate),
                    $details->importance,
                    $details->effort,
                    $day * Ground::DAY,
                    // What is due before the day on whose list it stands finds no place there; what is late already is as near as can be.
                    $due === null || $one->isLate ? $end : min($end, $due),
                    $one->change->put_off ?? 0,
                    was: self::wasAt($was[$one->key()] ?? null, $first),
                    isLate: $one->isLate,
                    adds: max(0, self::minutes($block->estimate) - ($block->estimate ?? 0)),
                    staysOnDay: true,
                    hours: OwnHours::within($one->entry->own_hours, $first->plusDays($day), 1, $day),
                    place: $details->place,
                    shortestPiece: self::shortestPiece($one),
                    lead: $details->before(),
                    trail: $details->after(),
                ),
                'entry_id' => $one->entry->id,
                'recurrence_id' => $one->occurrence->recurrenceId,
                'title' => $one->title(),
                'calendar_id' => $details->calendar_id,
            ];
        }

        return $loose;
    }

    /**
     * What lies in the basket and is to be done about now.
     *
     * @param  list<ResolvedOccurrence>  $seen
     * @param  array<string, string>  $was
     * @param  array<string, list<array{words: string, half: 'morning'|'afternoon'|null}>>  $themes  by date
     * @return array<string, Loose>
     */
    private function fromBasket(User $user, LocalDate $first, int $days, array $seen, array $was, array $themes): array
    {
        $lacking = $this->lacking($user, $first, $days, $seen);
        $now = CarbonImmutable::now()->getTimestamp();
        $loose = [];
        foreach ($this->tasks->unscheduled(Visible::to($user)) as $entry) {
            $key = $entry->id.'|'.Series::ONCE;
            try {
                $notBefore = self::notBefore($entry, $first);
                $due = $entry->due === null ? null : Due::parse($entry->due);
                $isLate = $due?->isLate($user->timeZone(), $now) ?? false;
                $by = $isLate ? null : self::due($entry->due, $first);
            } catch (InvalidTime) {
                continue; // the basket says so
            }
            if ($entry->waiting_for !== '' || $notBefore >= $days * Ground::DAY || ($by !== null && $by <= 0)) {
                continue;
            }
            $loose[$key] = [
                'work' => new Work(
                    $key,
                    self::minutes($entry->estimate),
                    $entry->importance,
                    $entry->effort,
                    max(0, $notBefore),
                    $by,
                    $entry->overrides->firstWhere('recurrence_id', Series::ONCE)->put_off ?? 0,
                    isset($lacking[$entry->calendar->area_id]),
                    self::themeHours($themes, $entry, $first),
                    self::wasAt($was[$key] ?? null, $first),
                    $isLate,
                    hours: OwnHours::within($entry->own_hours, $first, $days),
                    place: $entry->place,
                    shortestPiece: $entry->shortest_piece,
                    lead: SeriesOf::details($entry)->before(),
                    trail: SeriesOf::details($entry)->after(),
                ),
                'entry_id' => $entry->id,
                'recurrence_id' => Series::ONCE,
                'title' => $entry->title,
                'calendar_id' => $entry->calendar_id,
            ];
        }

        return $loose;
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen
     * @return array<string, true> areas for which less is placed in those days than is intended
     */
    private function lacking(User $user, LocalDate $first, int $days, array $seen): array
    {
        $lacking = [];
        foreach (
            $this->hours->within(
                $user,
                TimeRange::days($first, $days),
                $days,
                array_map(fn (ResolvedOccurrence $one): Block => $one->block, $seen),
                array_map(fn (ResolvedOccurrence $one): string => $one->areaId, $seen),
            ) as $area
        ) {
            if ($area['intended'] !== null && $area['placed'] < $area['intended']) {
                $lacking[$area['area_id']] = true;
            }
        }

        return $lacking;
    }

    /**
     * @param  array<string, list<array{words: string, half: 'morning'|'afternoon'|null}>>  $themes  by date
     * @return list<array{int, int}> the hours that are mainly for what an entry is about, by the words of both
     */
    private static function themeHours(array $themes, Entry $entry, LocalDate $first): array
    {
        $about = implode(' ', [$entry->title, $entry->calendar->name, ...$entry->labels]);
        $found = [];
        foreach ($themes as $date => $ofDay) {
            $day = (LocalDate::parse($date)->dayNumber() - $first->dayNumber()) * Ground::DAY;
            foreach ($ofDay as $theme) {
                if (Themes::isAbout($theme['words'], $about)) {
                    [$from, $to] = Themes::hours($theme['half']);
                    $found[] = [$day + $from, $day + $to];
                }
            }
        }

        return $found;
    }

    /** One of a routine is done in one piece. */
    private static function shortestPiece(ResolvedOccurrence $one): ?int
    {
        return $one->occurrence->recurrenceId === Series::ONCE && ! $one->entry->isRoutine() ? $one->entry->shortest_piece : null;
    }

    private static function minutes(?int $estimate): int
    {
        $minutes = $estimate === null || $estimate === 0 ? self::USUAL : $estimate;

        return max(Places::STEP, intdiv($minutes + Places::STEP - 1, Places::STEP) * Places::STEP);
    }

    /** @throws InvalidTime */
    private static function notBefore(Entry $entry, LocalDate $first): int
    {
        $day = match (true) {
            $entry->not_before !== null => LocalDate::parse($entry->not_before),
            $entry->around !== null => Around::parse($entry->around)->first,
            default => $first,
        };

        return ($day->dayNumber() - $first->dayNumber()) * Ground::DAY;
    }

    /** A day lasts until its end. */
    private static function due(?string $due, LocalDate $first): ?int
    {
        if ($due === null) {
            return null;
        }

        return str_contains($due, 'T')
            ? self::minute(LocalDateTime::parse($due), $first)
            : (LocalDate::parse($due)->dayNumber() - $first->dayNumber() + 1) * Ground::DAY;
    }

    private static function wasAt(?string $was, LocalDate $first): ?int
    {
        try {
            return $was === null ? null : self::minute(LocalDateTime::parse($was), $first);
        } catch (InvalidTime) {
            return null;
        }
    }

    private static function minute(LocalDateTime $moment, LocalDate $first): int
    {
        return intdiv($moment->seconds - $first->startOfDay()->seconds, 60);
    }
}
