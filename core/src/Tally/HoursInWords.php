<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

use PlumRota\Core\Time\EnglishNames;
use PlumRota\Core\Time\Length;
use PlumRota\Core\Time\Region;
use PlumRota\Core\Time\Weekday;

/** What sums of hours say, in a sentence or two. */
final class HoursInWords
{
    /** Minutes a week from which on a difference is worth a word. */
    private const WORTH = 30;

    /** To the quarter of an hour, from ten hours on to the hour: what a sentence over weeks needs. */
    private static function about(int $minutes): string
    {
        $step = $minutes >= 600 ? 60 : ($minutes >= 60 ? 15 : 5);

        return Length::inWords((int) round($minutes / $step) * $step);
    }

    /**
     * What lies furthest from what was meant, and what changed most against the time before. While the stretch still goes on,
     * nothing is said of what is lacking yet.
     *
     * @param  list<array{name: string, minutes: int, before: int, intended: int|null}>  $groups
     * @param  string  $went  what became of the hours: planned or done
     */
    public static function ofGroups(array $groups, float $weeks, bool $goesOn, string $went = 'done'): string
    {
        if (array_sum(array_column($groups, 'minutes')) === 0) {
            return $goesOn ? "Nothing is {$went} in this time yet." : "Nothing was {$went} in this time.";
        }
        $isWorth = fn (int $by): bool => ($goesOn ? $by : abs($by)) >= self::WORTH * $weeks;
        $said = [];
        $off = self::furthest(
            $groups,
            fn (array $one): ?int => $one['intended'] === null ? null : $one['minutes'] - $one['intended'],
            $isWorth,
        );
        if ($off !== null) {
            [$one, $by] = $off;
            $said[] =
                $one['intended'] > 0 && $one['minutes'] >= 2 * $one['intended']
                    ? "{$one['name']} took twice what you mean it to, or more."
                    : "{$one['name']} took ".self::about(abs($by)).($by > 0 ? ' more' : ' less').' than you mean it to.';
        }
        $turned = self::furthest(
            array_values(array_filter($groups, fn (array $one): bool => $one['name'] !== ($off[0]['name'] ?? null))),
            fn (array $one): int => $one['minutes'] - $one['before'],
            $isWorth,
        );
        if ($turned !== null) {
            [$one, $by] = $turned;
            $said[] = "{$one['name']} ".($by > 0 ? 'gained ' : 'lost ').self::about(abs($by)).' against the time before.';
        }
        if ($said !== []) {
            return implode(' ', $said);
        }
        if (array_filter($groups, fn (array $one): bool => $one['intended'] !== null) === []) {
            return 'Hardly anything changed against the time before.';
        }

        return $goesOn
            ? 'It still goes on; nothing takes more than you mean it to so far.'
            : 'The hours went about where you mean them to.';
    }

    /**
     * Which weeks were over full, and how the musts went.
     *
     * @param  list<array{name: string, load: int, capacity: int, over: int, musts: int, musts_done: int, is_over: bool}>  $weeks
     *   name: as the week is said; over: over-full days; is_over: whether the week itself is past
     */
    public static function ofWeeks(array $weeks): string
    {
        $past = array_values(array_filter($weeks, fn (array $one): bool => $one['is_over']));
        if ($past === []) {
            return 'None of these weeks is over yet.';
        }
        $full = array_values(array_filter($past, fn (array $one): bool => $one['load'] > $one['capacity']));
        usort($full, fn (array $a, array $b): int => $b['load'] - $b['capacity'] <=> $a['load'] - $a['capacity']);
        $days = array_sum(array_column($past, 'over'));
        $said = match (true) {
            $full !== [] => ucfirst($full[0]['name']).
                ' was over full by '.
                self::about($full[0]['load'] - $full[0]['capacity']).
                (count($full) > 1 ? ', '.self::number(count($full) - 1, 'other').' too.' : '; the others held.'),
            $days > 0 => 'Every week held, with '.self::number($days, 'over-full day').' in them.',
            default => 'Every week held, and every day in them.',
        };
        if ($full !== [] && count($past) === 1) {
            $said = str_replace('; the others held', '', $said);
        }
        $musts = array_sum(array_column($past, 'musts'));
        $done = array_sum(array_column($past, 'musts_done'));
        if ($musts === 0) {
            return $said;
        }
        $words = match (true) {
            $musts === 1 => $done === 1 ? 'the one must was done.' : 'the one must was not done.',
            $done === $musts => "all {$musts} musts were done.",
            default => "{$done} of {$musts} musts were done.",
        };

        return $said.' '.(count($past) < count($weeks) ? "In the weeks that are over {$words}" : ucfirst($words));
    }

    /**
     * When most of the hours lie.
     *
     * @param  list<int>  $hours  minutes of each of the 168 hours of a week, Monday first
     */
    public static function ofHours(array $hours, Region $region = new Region()): string
    {
        $all = array_sum($hours);
        if ($all === 0) {
            return 'Nothing with hours lies in this time.';
        }
        $days = array_map(fn (int $day): int => (int) array_sum(array_slice($hours, 24 * $day, 24)), range(0, 6));
        arsort($days);
        $fullest = array_key_first($days);
        $sorted = $hours;
        arsort($sorted);
        $hour = (int) array_key_first($sorted);
        $early = 0;
        foreach ($hours as $i => $minutes) {
            $early += $i % 24 < 12 ? $minutes : 0;
        }

        return sprintf(
            '%s have the most of it; the fullest hour of the week is %s at %s. %d %% of it lies before noon.',
            EnglishNames::weekday(Weekday::from($fullest + 1)).'s',
            EnglishNames::weekday(Weekday::from(intdiv($hour, 24) + 1)),
            $region->time($hour % 24, 0),
            (int) round(($early * 100) / $all),
        );
    }

    /**
     * @template T of array{name: string, minutes: int, before: int, intended: int|null}
     *
     * @param  list<T>  $groups
     * @param  callable(T): ?int  $apart
     * @param  callable(int): bool  $isWorth
     * @return array{T, int}|null
     */
    private static function furthest(array $groups, callable $apart, callable $isWorth): ?array
    {
        $found = null;
        foreach ($groups as $one) {
            $by = $apart($one);
            if ($by !== null && $isWorth($by) && ($found === null || abs($by) > abs($found[1]))) {
                $found = [$one, $by];
            }
        }

        return $found;
    }

    private static function number(int $number, string $what): string
    {
        return $number.' '.$what.($number === 1 ? '' : 's');
    }
}
