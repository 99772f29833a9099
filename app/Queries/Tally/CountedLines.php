<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Access\TimeLimit;
use App\Access\Visible;
use App\Models\User;
use App\Queries\Occurrences\RolledOn;
use App\Reading\EntryRows;
use PlumRota\Core\Planning\Block;
use PlumRota\Core\Planning\CarryOver;
use PlumRota\Core\Planning\LoadOfDays;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Tally\DayCount;
use PlumRota\Core\Tally\Outcome;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** The lines of a stretch: of weeks that are over those that are kept, of others computed. */
final readonly class CountedLines
{
    /** Days after which a week is over in every time zone. */
    private const SETTLED = 2;

    /** Weeks that are computed at once. */
    private const AT_ONCE = 13;

    public function __construct(
        private LiveLines $live,
        private KeptWeeks $kept,
        private RolledOn $rolledOn,
        private EntryRows $entries,
    ) {
    }

    public function over(User $user, LocalDate $from, int $days): CountedStretch
    {
        $today = $user->wallNow()->date();
        $first = $from->startOfWeek($user->first_weekday);
        $end = $from->plusDays($days)->dayNumber();
        $over = [];
        for ($week = $first; $week->dayNumber() < $end && self::isOver($week, $today); $week = $week->plusDays(7)) {
            $over[] = $week;
        }
        $lines = $placed = $listed = [];
        foreach ($this->withoutRolledOn($user, $this->weeks($user, $over), $today) as $one) {
            array_push($lines, ...$one->lines);
            array_push($placed, ...$one->placed);
            array_push($listed, ...$one->listed);
        }
        if ($week->dayNumber() < $end) {
            $rest = $this->live->over($user, $week, $end - $week->dayNumber());
            array_push($lines, ...$rest->lines);
            array_push($placed, ...$rest->placed);
            array_push($listed, ...$rest->listed);
        }
        $all = new CountedStretch($first, count($placed), $lines, $placed, $listed);

        return $first->dayNumber() === $from->dayNumber() && count($placed) === $days ? $all : $all->slice($from, $days);
    }

    /**
     * The same for what needs sums of done or worked minutes only, and neither entries nor days: of whole weeks that are kept it
     * is much less to read.
     *
     * @return list<CountedLine>
     */
    public function sums(User $user, LocalDate $from, int $days): array
    {
        $today = $user->wallNow()->date();
        $starts = [];
        for ($week = $from; $week->dayNumber() < $from->dayNumber() + $days; $week = $week->plusDays(7)) {
            $starts[] = $week;
        }
        $isWhole = $days % 7 === 0 && $from->startOfWeek($user->first_weekday)->dayNumber() === $from->dayNumber();
        $sums = $isWhole && self::isOver($starts[count($starts) - 1], $today) ? $this->kept->sums($user, $starts) : null;

        return $sums ?? $this->over($user, $from, $days)->lines;
    }

    private static function isOver(LocalDate $week, LocalDate $today): bool
    {
        return $week->dayNumber() + 7 + self::SETTLED <= $today->dayNumber();
    }

    /**
     * @param  list<LocalDate>  $starts  of weeks in a row
     * @return list<CountedStretch>
     */
    private function weeks(User $user, array $starts): array
    {
        $revision = Visible::to($user)->revision();
        $found = $this->kept->find($user, $starts);
        $missing = array_values(array_filter($starts, fn (LocalDate $one): bool => ! isset($found[(string) $one])));
        foreach (array_chunk($missing, self::AT_ONCE) as $some) {
            TimeLimit::begin(); // each part is work of its own, and is kept
            $span = intdiv($some[count($some) - 1]->dayNumber() - $some[0]->dayNumber(), 7) + 1;
            $fresh = self::cut($this->live->over($user, $some[0], 7 * $span, rolls: false));
            $this->kept->keep($user, $revision, $fresh);
            foreach ($fresh as $week) {
                $found[(string) $week->from] = $week;
            }
        }

        return array_map(fn (LocalDate $one): CountedStretch => $found[(string) $one], $starts);
    }

    /** @return list<CountedStretch> its weeks */
    private static function cut(CountedStretch $all): array
    {
        $start = $all->from->dayNumber();
        $byWeek = array_fill(0, intdiv($all->days, 7), []);
        foreach ($all->lines as $line) {
            $byWeek[intdiv((int) floor($line->count->from / 86400) - $start, 7)][] = $line;
        }
        $weeks = [];
        foreach ($byWeek as $i => $lines) {
            $weeks[] = new CountedStretch(
                $all->from->plusDays(7 * $i),
                7,
                $lines,
                array_slice($all->placed, 7 * $i, 7),
                array_slice($all->listed, 7 * $i, 7),
                array_slice($all->busy, 7 * $i, 7),
            );
        }

        return $weeks;
    }

    /**
     * What stands on today because it was missed counts there and not where it was missed.
     *
     * @param  list<CountedStretch>  $weeks  as they are kept
     * @return list<CountedStretch>
     */
    private function withoutRolledOn(User $user, array $weeks, LocalDate $today): array
    {
        if ($weeks === [] || $weeks[count($weeks) - 1]->from->dayNumber() < $today->dayNumber() - CarryOver::FURTHEST - 14) {
            return $weeks;
        }
        $entries = $this->entries->between(Visible::to($user), (string) $today, (string) $today, (string) $today);
        $missed = [];
        foreach ($this->rolledOn->ofAll($user, $entries, $today) as $id => $one) {
            $missed["{$id}|{$one['missed']->recurrenceId}"] = $one['missed'];
        }

        return array_map(fn (CountedStretch $week): CountedStretch => self::without($week, $missed), $weeks);
    }

    /** @param  array<string, Occurrence>  $missed  by key */
    private static function without(CountedStretch $week, array $missed): CountedStretch
    {
        $missed = array_filter($missed, fn (Occurrence $one): bool => $one->seen->touches(TimeRange::days($week->from, 7)));
        if ($missed === []) {
            return $week;
        }
        $lines = [];
        foreach ($week->lines as $line) {
            if (! isset($missed[$line->key()])) {
                $lines[] = $line;
            } elseif ($line->count->isTimed && $line->count->worked > 0) {
                $lines[] = self::workOnly($line); // what was worked on it then stays there
            }
        }
        [$placed, $listed] = [$week->placed, $week->listed];
        foreach ($missed as $key => $one) {
            for ($day = $one->seen->from->dayNumber(); $day * 86400 < $one->seen->to->seconds; $day++) {
                $place = $day - $week->from->dayNumber();
                if (! isset($placed[$place])) {
                    continue;
                }
                if ($one->placement->allDay) {
                    $listed[$place] -= $one->details->estimate ?? 0;
                } else {
                    $placed[$place] = self::covered($week->busy[$place], $missed);
                }
            }
        }

        return new CountedStretch($week->from, $week->days, $lines, $placed, array_values($listed), $week->busy);
    }

    private static function workOnly(CountedLine $line): CountedLine
    {
        $count = $line->count;
        $at = $count->parts[0][0] ?? $count->from;

        return new CountedLine(
            $line->of,
            $line->recurrenceId,
            new DayCount($at, $at, 0, 0, $count->worked, true, $count->parts),
            Outcome::Open,
            false,
        );
    }

    /**
     * @param  string  $busy  of a day, as in CountedStretch
     * @param  array<string, Occurrence>  $missed  by key
     * @return int minutes that the others cover, overlaps once
     */
    private static function covered(string $busy, array $missed): int
    {
        $day = LocalDate::of(1970, 1, 1);
        $load = new LoadOfDays($day, 1);
        foreach ($busy === '' ? [] : explode(';', $busy) as $one) {
            [$from, $to, $key] = explode(',', $one, 3);
            if (! isset($missed[$key])) {
                $at = $day->startOfDay();
                $load->add(
                    new Block(
                        $key,
                        TimeRange::of($at->plusSeconds((int) $from), $at->plusSeconds((int) $to)),
                        false,
                        false,
                        true,
                    ),
                );
            }
        }

        return $load->loads([0])[0]->placed;
    }
}
