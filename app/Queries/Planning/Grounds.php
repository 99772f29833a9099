<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\Fitting\Ground;
use PlumRota\Core\Planning\Fitting\KeptWhole;
use PlumRota\Core\Planning\Fitting\Places;
use PlumRota\Core\Planning\LoadOfDays;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;

/** Some days of a person as ground for work: their free hours, what they have to give less their breathing space, and when one is at one's best. */
final readonly class Grounds
{
    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /**
     * @param  list<ResolvedOccurrence>  $seen  what stands on those days
     * @param  list<ResolvedOccurrence>|null  $counted  what those days give already, where that is more: what is fitted in anew counts on its day
     */
    public function of(User $user, LocalDate $first, int $days, array $seen, ?array $counted = null): Ground
    {
        $reaching = [];
        foreach ($this->occurrences->reaching($user, TimeRange::days($first, $days)) as $block) {
            $reaching[] = $block;
        }
        $taken = new LoadOfDays($first, $days);
        $demanding = $places = [];
        foreach ($seen as $one) {
            $block = $one->block;
            if ($block->allDay) {
                continue;
            }
            $details = $one->details();
            $taken->add($details->protected ? self::asBusy($block) : $block);
            $stretch = [self::minute($block->seen->from, $first), self::minute($block->seen->to, $first)];
            if ($details->effort === 'demanding' && ! $block->isDone) {
                $demanding[] = $stretch;
            }
            if ($details->place !== '') {
                $places[mb_strtolower($details->place)][] = $stretch;
            }
        }
        foreach ($reaching as $block) {
            $taken->add($block);
        }
        $now = self::minute($user->wallNow(), $first);
        $free = $capacity = [];
        foreach (DayPlan::loads($user, $counted ?? $seen, $reaching, $first, $days) as $i => $day) {
            $settings = $user->week[$day->day->weekday()->value - 1];
            $stretches = [];
            foreach ($taken->free($i, $settings['wakes'], $settings['sleeps'], Places::STEP) as $gap) {
                // A pause lies between it and a block, and none before waking or after the day.
                $opens = $gap['from'] === $settings['wakes'] ? $gap['from'] : $gap['from'] + $user->least_pause;
                $closes = $gap['to'] === $settings['sleeps'] ? $gap['to'] : $gap['to'] - $user->least_pause;
                $from = self::aligned(max($now, $i * Ground::DAY + $opens));
                if ($i * Ground::DAY + $closes - $from >= Places::STEP) {
                    $stretches[] = [$from, $i * Ground::DAY + $closes];
                }
            }
            $free[] = $stretches;
            $capacity[] = max(0, $day->free(intdiv($day->capacity * $user->breathing, 100)));
        }
        $strength = $user->best_hours ?? Ground::USUAL_STRENGTH;

        return new Ground(
            $free,
            $capacity,
            $demanding,
            $strength,
            pause: $user->least_pause,
            kept: self::kept($user, $first, $free, $capacity, $demanding, $strength),
            places: $places,
        );
    }

    /** What is protected takes its time, whether or not it counts as busy. */
    private static function asBusy(Block $block): Block
    {
        return new Block($block->key, $block->seen, false, false, true, false, $block->travel, null, $block->margin);
    }

    /**
     * One stretch of each week, where no demanding work as long as that stands in it already.
     *
     * @param  list<list<array{int, int}>>  $free
     * @param  list<int>  $capacity
     * @param  list<array{int, int}>  $demanding
     * @param  list<int>  $strength
     * @return list<array{int, int}>
     */
    private static function kept(
        User $user,
        LocalDate $first,
        array $free,
        array $capacity,
        array $demanding,
        array $strength,
    ): array {
        if ($user->deep_minutes === 0) {
            return [];
        }
        $weeks = [];
        foreach (array_keys($free) as $day) {
            $weeks[(string) $first->plusDays($day)->startOfWeek($user->first_weekday)][] = $day;
        }
        $kept = [];
        foreach ($weeks as $days) {
            $has = array_filter(
                $demanding,
                fn (array $one): bool => in_array(Ground::dayOf($one[0]), $days, true) &&
                    $user->deep_minutes <= $one[1] - $one[0],
            );
            $stretch = $has === [] ? KeptWhole::of($free, $days, $strength, $user->deep_minutes, $capacity) : null;
            if ($stretch !== null) {
                $kept[] = $stretch;
            }
        }

        return $kept;
    }

    private static function aligned(int $minute): int
    {
        return intdiv($minute + Places::STEP - 1, Places::STEP) * Places::STEP;
    }

    private static function minute(LocalDateTime $moment, LocalDate $first): int
    {
        return intdiv($moment->seconds - $first->startOfDay()->seconds, 60);
    }
}
