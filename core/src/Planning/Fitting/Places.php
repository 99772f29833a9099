<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/** What of a ground is still free while work is laid out on it, one after another, and taken up again. */
final class Places
{
    /** Works begin at the quarters of an hour. */
    public const STEP = 15;

    /** @var list<list<array{int, int}>> free stretches by day */
    private array $free;

    /** @var array<int, int> minutes by day */
    private array $capacity;

    /** @var list<array{int, int}> */
    private array $demanding;

    /** @var array<string, int> starts by key */
    public array $starts = [];

    public function __construct(private readonly Ground $ground, private readonly Worth $worth)
    {
        $this->free = $ground->free;
        $this->capacity = $ground->capacity;
        $this->demanding = $ground->demanding;
    }

    /**
     * Where a work can stand so that no rule is broken, each with what the plan gains. Within a stretch only where the gain can change: at
     * its ends, where one's strength does, and where it was proposed before.
     *
     * @param  list<int>|null  $days  those that are looked at, where not all are
     * @return list<array{int, int}> gain and start, the best first; of equals the earlier
     */
    public function of(Work $work, ?array $days = null): array
    {
        $found = [];
        foreach ($days ?? array_keys($this->free) as $day) {
            $stretches = $this->free[$day];
            if ($this->capacity[$day] < $work->load()) {
                continue;
            }
            foreach ($stretches as [$from, $to]) {
                $first = $this->aligned(max($from, $work->notBefore));
                $last = min($to, $work->due ?? $to) - $work->minutes;
                if ($last < $first) {
                    continue;
                }
                foreach ($this->startsWithin($work, $first, $last) as $start) {
                    if ($work->isDemanding() && ! $this->leavesRest($start, $start + $work->minutes)) {
                        continue;
                    }
                    $found[] = [$this->gain($work, $start, $from, $to), $start];
                }
            }
        }
        usort($found, fn (array $a, array $b): int => [$b[0], $a[1]] <=> [$a[0], $b[1]]);

        return $found;
    }

    /** What the plan gains by a work that begins there, where there is room for it. */
    public function gainAt(Work $work, int $start): int
    {
        foreach ($this->free[Ground::dayOf($start)] as [$from, $to]) {
            if ($start >= $from && $start + $work->minutes <= $to) {
                return $this->gain($work, $start, $from, $to);
            }
        }

        return 0;
    }

    private function gain(Work $work, int $start, int $from, int $to): int
    {
        $day = Ground::dayOf($start);
        $given = $this->ground->capacity[$day] - $this->capacity[$day];

        return $this->worth->of($work, $start) +
            $this->worth->costOfDay($day, $given) -
            $this->worth->costOfDay($day, $given + $work->load()) +
            Worth::costOf($to - $from) -
            Worth::costOf($start - $from) -
            Worth::costOf($to - $start - $work->minutes);
    }

    /** The longest free stretch in which a work could stand as far as time goes, in minutes; whatever its day has to give. */
    public function longestFor(Work $work): int
    {
        $longest = 0;
        foreach (array_merge(...$this->free) as [$from, $to]) {
            $longest = max($longest, min($to, $work->due ?? $to) - $this->aligned(max($from, $work->notBefore)));
        }

        return $longest;
    }

    public function put(Work $work, int $start): void
    {
        $end = $start + $work->minutes;
        $day = Ground::dayOf($start);
        foreach ($this->free[$day] as $i => [$from, $to]) {
            if ($start >= $from && $end <= $to) {
                $pieces = array_values(
                    array_filter([[$from, $start], [$end, $to]], fn (array $piece): bool => $piece[1] > $piece[0]),
                );
                array_splice($this->free[$day], $i, 1, $pieces);

                break;
            }
        }
        $this->capacity[$day] -= $work->load();
        if ($work->isDemanding()) {
            $this->demanding[] = [$start, $end];
        }
        $this->starts[$work->key] = $start;
    }

    public function take(Work $work): void
    {
        $start = $this->starts[$work->key];
        $end = $start + $work->minutes;
        $day = Ground::dayOf($start);
        $piece = [$start, $end];
        $rest = [];
        foreach ($this->free[$day] as [$from, $to]) {
            if ($to === $piece[0] && $this->isOneStretch($day, $from, $piece[1])) {
                $piece[0] = $from;
            } elseif ($from === $piece[1] && $this->isOneStretch($day, $piece[0], $to)) {
                $piece[1] = $to;
            } else {
                $rest[] = [$from, $to];
            }
        }
        $rest[] = $piece;
        sort($rest);
        $this->free[$day] = $rest;
        $this->capacity[$day] += $work->load();
        if ($work->isDemanding()) {
            array_splice($this->demanding, (int) array_search([$start, $end], $this->demanding, true), 1);
        }
        unset($this->starts[$work->key]);
    }

    /** Two free stretches that touch are one only where the ground has them as one. */
    private function isOneStretch(int $day, int $from, int $to): bool
    {
        foreach ($this->ground->free[$day] as [$begins, $ends]) {
            if ($from >= $begins && $to <= $ends) {
                return true;
            }
        }

        return false;
    }

    /** @return list<int> */
    private function startsWithin(Work $work, int $first, int $last): array
    {
        $last = $first + intdiv($last - $first, self::STEP) * self::STEP;
        $starts = [$first => true, $last => true];
        if ($work->was !== null && $work->was > $first && $work->was < $last) {
            $starts[$work->was] = true;
        }
        for ($hour = intdiv($first, 60) * 60 + 60; $hour < $last; $hour += 60) {
            $at = intdiv($hour % Ground::DAY, 60);
            if (($this->ground->strength[$at] ?? 0) !== ($this->ground->strength[($at + 23) % 24] ?? 0)) {
                $starts[$hour] = true;
                $before = $hour - self::STEP;
                if ($before > $first) {
                    $starts[$before] = true;
                }
            }
        }

        return array_keys($starts);
    }

    /** Whether demanding work there would make no longer row of it than there may be. */
    private function leavesRest(int $start, int $end): bool
    {
        [$from, $to] = [$start, $end];
        $row = [];
        do {
            $isLonger = false;
            foreach ($this->demanding as $i => [$begins, $ends]) {
                if (! isset($row[$i]) && $begins < $to + self::STEP && $ends > $from - self::STEP) {
                    $row[$i] = $isLonger = true;
                    $from = min($from, $begins);
                    $to = max($to, $ends);
                }
            }
        } while ($isLonger);

        return $row === [] || $to - $from <= $this->ground->mostDemanding;
    }

    private function aligned(int $minute): int
    {
        return intdiv($minute + self::STEP - 1, self::STEP) * self::STEP;
    }
}
