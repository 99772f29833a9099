<?php

declare(strict_types=1);

namespace PlumRota\Core\Tally;

use PlumRota\Core\Time\EnglishNames;
use PlumRota\Core\Time\Weekday;

/** What the records of habits say, in a sentence or two: which one held best, and which slips on which weekday. */
final class HabitsInWords
{
    /** From how many times in a row on it is worth a word. */
    private const ROW = 3;

    /** How often one must have come on a weekday for that to be a rule. */
    private const OFTEN = 4;

    /** By how many of a hundred a weekday must lie below the others. */
    private const SLIPS = 15;

    /** The normal quantile of 95 of 100: what lies below by less standard errors may be chance (the test of two proportions). */
    private const SURE = 1.645;

    /** How often something must have come to be named as what held. */
    private const CAME = 3;

    /**
     * @param  list<array{title: string, record: HabitRecord, row: int, is_weekly: bool}>  $habits  row: the present one, also where it
     *   began before
     */
    public static function of(array $habits): string
    {
        $due = array_values(array_filter($habits, fn (array $one): bool => $one['record']->due > 0));
        if ($due === []) {
            return 'No routine that is ticked came in this time.';
        }
        $said = [];
        $best = null;
        foreach ($due as $one) {
            if (
                $one['record']->due >= self::CAME &&
                $one['row'] >= self::ROW &&
                ($best === null ||
                    self::share($one['record']) > self::share($best['record']) ||
                    (self::share($one['record']) === self::share($best['record']) && $one['row'] > $best['row']))
            ) {
                $best = $one;
            }
        }
        if ($best !== null) {
            $unit = $best['is_weekly'] ? 'weeks' : 'times';
            $said[] = "{$best['title']} held {$best['record']->kept} of {$best['record']->due} {$unit}, now {$best['row']} in a row.";
        }
        $slip = self::slip($due);
        if ($slip !== null) {
            $said[] = "{$slip[0]} slips on ".EnglishNames::weekday(Weekday::from($slip[1])).'s.';
        }
        if ($said === []) {
            $kept = array_sum(array_map(fn (array $one): int => $one['record']->kept, $due));
            $all = array_sum(array_map(fn (array $one): int => $one['record']->due, $due));
            $said[] = "{$kept} of {$all} times were kept; none is three in a row just now.";
        }

        return implode(' ', $said);
    }

    /**
     * @param  list<array{title: string, record: HabitRecord, row: int, is_weekly: bool}>  $habits
     * @return array{string, int}|null title and weekday (ISO 8601)
     */
    private static function slip(array $habits): ?array
    {
        $found = null;
        $surest = self::SURE;
        foreach ($habits as $one) {
            $all = [
                'due' => array_sum(array_column($one['record']->weekdays, 'due')),
                'kept' => array_sum(array_column($one['record']->weekdays, 'kept')),
            ];
            foreach ($one['record']->weekdays as $i => $day) {
                $others = ['due' => $all['due'] - $day['due'], 'kept' => $all['kept'] - $day['kept']];
                if ($day['due'] < self::OFTEN || $others['due'] < self::OFTEN) {
                    continue;
                }
                $below = $others['kept'] / $others['due'] - $day['kept'] / $day['due'];
                $share = $all['kept'] / $all['due'];
                $error = sqrt($share * (1 - $share) * (1 / $day['due'] + 1 / $others['due']));
                if (100 * $below >= self::SLIPS && $error > 0 && $below / $error > $surest) {
                    $surest = $below / $error;
                    $found = [$one['title'], $i + 1];
                }
            }
        }

        return $found;
    }

    private static function share(HabitRecord $record): float
    {
        return $record->kept / max(1, $record->due);
    }
}
