<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/** Why a work stands where it is proposed: the strongest of what speaks for it, in a sentence. */
final class ReasonInWords
{
    private const MOST = 3;

    /** What any work has for it, and says nothing of this one. */
    private const USUAL_IMPORTANCE = 450;

    public static function of(Work $work, int $start, Worth $worth): string
    {
        $points = $worth->reasons($work, $start);
        $points['importance'] -= self::USUAL_IMPORTANCE;
        $said = array_filter($points, fn (int $one): bool => $one > 0);
        arsort($said);
        $words = array_values(
            array_filter(array_map(fn (string $reason): string => self::words($reason, $work), array_keys($said))),
        );
        $words = array_slice($words, 0, self::MOST);
        if ($words === []) {
            return 'The first good stretch of free time.';
        }
        $last = array_pop($words);

        return ucfirst($words === [] ? $last : implode(', ', $words)." and {$last}").'.';
    }

    private static function words(string $reason, Work $work): string
    {
        $days = $work->due === null ? 0 : max(0, Ground::dayOf($work->due - 1));

        return match ($reason) {
            'importance' => $work->importance === 'must' ? 'it is a must' : 'it should be done',
            'due' => match (true) {
                $work->isLate => 'it is late',
                $work->staysOnDay => 'it stands on the list of that day',
                $days === 0 => 'it is due on the first of these days',
                $days === 1 => 'it is due a day later',
                default => "it is due in {$days} days",
            },
            'put_off' => $work->putOff === 1 ? 'it was put off once' : "it was put off {$work->putOff} times",
            'lacks' => 'its life area still lacks hours',
            'theme' => 'that time is for it',
            'place' => "it is next to something else at {$work->place}",
            'strength' => match ($work->effort) {
                'demanding' => 'it is demanding, and this is a good hour',
                'light' => 'it is light, and this is a slow hour',
                default => 'this is a good hour',
            },
            default => '',
        };
    }
}
