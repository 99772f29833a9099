<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Access\Visible;
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
use PlumRota\Core\Planning\LoadOfDays;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\IsoWeek;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;

/**
 * Proposes places in the free hours of some days: for what lies in the basket, and for what stands on the lists of those days without
 * hours, each on its own day. Nothing is saved.
 *
 * @phpstan-type Loose array{work: Work, entry_id: string, recurrence_id: string, title: string, calendar_id: string}
 */
final readonly class Fitting
{
    /** Minutes that are thought of where no estimate was made. */
    private const USUAL = 30;

    private const MOST_WORKS = 200;

    /** Letters of a word of a theme by which it is known in a title. */
    private const LEAST_LETTERS = 4;

    public function __construct(
        private OccurrencesBetween $occurrences,
        private OpenTasks $tasks,
        private HoursByArea $hours,
    ) {
    }

    /**
     * @param  bool  $basket  whether what lies in the basket is fitted in as well
     * @param  list<string>  $without  keys of what is not to be fitted this time
     * @param  array<string, string>  $was  where each was proposed before, by key
     * @return array<string, mixed> the schema Fitting of the contract
     */
    public function propose(User $user, LocalDate $first, int $days, bool $basket, array $without, array $was): array
    {
        $window = TimeRange::days($first, $days);
        $seen = $this->occurrences->find($user, $window);
        $reaching = [];
        foreach ($this->occurrences->reaching($user, $window) as $block) {
            $reaching[] = $block;
        }
        $ground = self::ground($user, $first, $days, $seen, $reaching);
        $loose = array_diff_key(
            [...self::listed($seen, $first, $was), ...$basket ? $this->fromBasket($user, $first, $days, $seen, $was) : []],
            array_flip($without),
        );
        $loose = array_slice($loose, 0, self::MOST_WORKS, true);
        $plan = (new Fitter($ground))->fit(array_column($loose, 'work'));
        $worth = new Worth($ground);
        $origin = $first->startOfDay();
        $proposals = [];
        foreach ($plan->starts as $key => $start) {
            $one = $loose[$key];
            $proposals[] = [
                ...self::named((string) $key, $one),
                'start' => (string) $origin->plusMinutes($start),
                'reasons' => ReasonInWords::of($one['work'], $start, $worth),
            ];
        }
        usort($proposals, fn (array $a, array $b): int => strcmp($a['start'], $b['start']));

        return [
            'from' => (string) $first,
            'days' => $days,
            'proposals' => $proposals,
            'left' => array_map(
                fn (string $key, HeldBack $held): array => [
                    ...self::named($key, $loose[$key]),
                    'sentence' => $held->sentence(),
                    'longest' => max(0, intdiv($held->longest, Places::STEP) * Places::STEP),
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
        ];
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen
     * @param  list<Block>  $reaching  from beside those days
     */
    private static function ground(User $user, LocalDate $first, int $days, array $seen, array $reaching): Ground
    {
        $load = DayPlan::load($seen, $reaching, $first, $days);
        $taken = new LoadOfDays($first, $days);
        $demanding = [];
        foreach ($seen as $one) {
            $block = $one->block;
            if ($block->allDay) {
                continue;
            }
            $taken->add(
                $one->details()->protected
                    ? new Block($block->key, $block->seen, false, false, true, false, $block->travel, null, $block->margin)
                    : $block,
            );
            if ($one->details()->effort === 'demanding' && ! $block->isDone) {
                $demanding[] = [self::minute($block->seen->from, $first), self::minute($block->seen->to, $first)];
            }
        }
        foreach ($reaching as $block) {
            $taken->add($block);
        }
        $now = self::minute($user->wallNow(), $first);
        $free = $capacity = [];
        foreach ($load->loads(DayPlan::capacities($user, $first, $days)) as $i => $day) {
            $settings = $user->week[$day->day->weekday()->value - 1];
            $stretches = [];
            foreach ($taken->free($i, $settings['wakes'], $settings['sleeps'], Places::STEP) as $gap) {
                $from = intdiv(max($now, $i * Ground::DAY + $gap['from']) + Places::STEP - 1, Places::STEP) * Places::STEP;
                $to = $i * Ground::DAY + $gap['to'];
                if ($to - $from >= Places::STEP) {
                    $stretches[] = [$from, $to];
                }
            }
            $free[] = $stretches;
            $capacity[] = max(0, $day->free());
        }

        return new Ground($free, $capacity, $demanding);
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
                    min($end, $due === null || $due <= $day * Ground::DAY ? $end : $due),
                    $one->change->put_off ?? 0,
                    was: self::wasAt($was[$one->key()] ?? null, $first),
                    isLate: $one->isLate,
                    adds: max(0, self::minutes($block->estimate) - ($block->estimate ?? 0)),
                    staysOnDay: true,
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
     * @return array<string, Loose>
     */
    private function fromBasket(User $user, LocalDate $first, int $days, array $seen, array $was): array
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
                    self::themeDays($user, $entry, $first, $days),
                    self::wasAt($was[$key] ?? null, $first),
                    $isLate,
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

    /** @return list<int> those of the days that are mainly for what an entry is about, by the words of both */
    private static function themeDays(User $user, Entry $entry, LocalDate $first, int $days): array
    {
        $about = mb_strtolower(implode(' ', [$entry->title, $entry->calendar->name, ...$entry->labels]));
        $found = [];
        for ($day = 0; $day < $days; $day++) {
            $theme = mb_strtolower($user->week[$first->plusDays($day)->weekday()->value - 1]['theme']);
            foreach (preg_split('/[^\p{L}\d]+/u', $theme) ?: [] as $word) {
                if (mb_strlen($word) >= self::LEAST_LETTERS && str_contains($about, $word)) {
                    $found[] = $day;

                    break;
                }
            }
        }

        return $found;
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
            $entry->around !== null => IsoWeek::parse($entry->around)->monday(),
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
