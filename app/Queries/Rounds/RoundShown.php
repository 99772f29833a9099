<?php

declare(strict_types=1);

namespace App\Queries\Rounds;

use App\Models\Round;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Planning\DayPlan;
use App\Queries\Planning\Themes;
use PlumRota\Core\Planning\DayLoad;
use PlumRota\Core\Planning\Round\Period;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** All that a round of a week or a month shows: what was, what it is for, what stands, what stays free, what is coming. */
final readonly class RoundShown
{
    /** Days after a week or a month that are looked at: three weeks. */
    private const AHEAD = 21;

    /** Days of the fixed points of a week's round: the week and the two after. */
    private const FIXED = 21;

    /** The steps of a round, in their order; any of them may be done at any time. */
    public const STEPS = ['back', 'goals', 'fixed', 'place', 'space', 'ahead'];

    public function __construct(
        private LookBack $back,
        private Goals $goals,
        private FixedPoints $fixed,
        private WhiteSpace $space,
        private ComingUp $coming,
        private OccurrencesBetween $occurrences,
    ) {
    }

    /** @return array<string, mixed> the schema Round of the contract */
    public function show(User $user, Period $period): array
    {
        $before = $period->previous($user->first_weekday);
        $kept = $user->rounds()->where('kind', $period->kind)->where('start', (string) $period->start)->first();

        return [
            'kind' => $period->kind,
            'start' => (string) $period->start,
            'days' => $period->days,
            'steps' => $kept->steps ?? [],
            'answers' => self::answers($user, $kept),
            'back' => $this->back->over($user, $before),
            'unanswered' => $this->goals->unanswered($user, $before),
            'goals' => $this->goals->of($user, $period),
            'month_goals' => $period->kind === 'month'
                    ? []
                    : $this->goals->of($user, Period::holding('month', $period->start->plusDays(3), $user->first_weekday)),
            'fixed' => $this->fixed->in($user, $period->start, $period->kind === 'week' ? self::FIXED : $period->days),
            'themes' => (object) Themes::of($user, $period->start, $period->days),
            'space' => $this->space->in($user, $period->start, $period->days),
            'weeks' => $period->kind === 'month' ? $this->weeks($user, $period) : [],
            'ahead' => $this->coming->in($user, $period->end(), self::AHEAD),
            'now' => (string) $user->wallNow(),
            'revision' => $user->revision,
        ];
    }

    /** @return list<array{kind: string, start: string, days: int, steps: int, goals: int}> those of before, the latest first */
    public function past(User $user): array
    {
        $goals = [];
        foreach ($user->goals()->get() as $goal) {
            $goals["{$goal->kind} {$goal->start}"] = ($goals["{$goal->kind} {$goal->start}"] ?? 0) + 1;
        }
        $past = [];
        foreach ($user->rounds()->orderByDesc('start')->orderBy('kind')->limit(120)->get() as $round) {
            $past[] = [
                'kind' => $round->kind,
                'start' => $round->start,
                'days' => Period::holding($round->kind, LocalDate::parse($round->start), $user->first_weekday)->days,
                'steps' => count($round->steps),
                'goals' => $goals["{$round->kind} {$round->start}"] ?? 0,
            ];
        }

        return $past;
    }

    /** @return list<array{question: string, answer: string}> what was written, else the questions of one's own choosing */
    private static function answers(User $user, ?Round $kept): array
    {
        $written = $kept->answers ?? [];
        if (array_filter($written, fn (array $one): bool => $one['answer'] !== '') !== []) {
            return $written;
        }

        return array_map(fn (string $question): array => ['question' => $question, 'answer' => ''], $user->round_questions);
    }

    /** @return list<array{start: string, minutes: int, capacity: int, over: int}> how full each week is that lies in a month */
    private function weeks(User $user, Period $month): array
    {
        $first = $month->start->startOfWeek($user->first_weekday);
        $days = intdiv($month->end()->dayNumber() - $first->dayNumber() + 6, 7) * 7;
        $window = TimeRange::days($first, $days);
        $loads = DayPlan::loads(
            $user,
            $this->occurrences->each($user, $window),
            $this->occurrences->reaching($user, $window),
            $first,
            $days,
        );
        $weeks = [];
        foreach (array_chunk($loads, 7) as $i => $week) {
            $weeks[] = [
                'start' => (string) $first->plusDays(7 * $i),
                'minutes' => array_sum(array_map(fn (DayLoad $day): int => $day->minutes(), $week)),
                'capacity' => array_sum(array_map(fn (DayLoad $day): int => $day->capacity, $week)),
                'over' => count(array_filter($week, fn (DayLoad $day): bool => $day->isOverFull())),
            ];
        }

        return $weeks;
    }
}
