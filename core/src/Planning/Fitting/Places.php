<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/** What of a ground is still free while work is laid out on it, one after another, and taken up again. */
final class Places
{
    /** Works begin at the quarters of an hour. */
    public const STEP = 15;

    /** Gain and start in one number, so that sorting them is cheap; a ground has fewer minutes. */
    private const PACK = 131_072;

    /** @var list<list<array{int, int}>> free stretches by day */
    private array $free;

    /** @var array<int, int> minutes by day */
    private array $capacity;

    /** @var list<array{int, int}> */
    private array $demanding;

    /** @var array<string, int> starts by key */
    public array $starts = [];

    /** @var array<int, array<string, array{int, int}>> what was put on each day, by key */
    private array $put = [];

    /** @var array<string, Work> by key */
    private array $works = [];

    /** @var array<string, list<string>> keys of what comes after each */
    private array $later = [];

    /** @var array<string, list<array{int, int}>|null> where each may stand whatever is free, by key; null for anywhere */
    private array $windows = [];

    /** @param  list<Work>  $works  all that may be put there, so that what comes after something does */
    public function __construct(private readonly Ground $ground, private readonly Worth $worth, array $works = [])
    {
        foreach ($works as $work) {
            $this->works[$work->key] = $work;
        }
        foreach ($works as $work) {
            if ($work->after !== null && isset($this->works[$work->after])) {
                $this->later[$work->after][] = $work->key;
            }
        }
        $this->free = $ground->free;
        $this->capacity = $ground->capacity;
        $this->demanding = $ground->demanding;
    }

    /**
     * Where a work can stand so that no rule is broken, each with what the plan gains. Within a stretch only where the gain can change: at
     * its ends, where one's strength does, and where it was proposed before.
     *
     * @param  list<int>|null  $days  those that are looked at, where not all are
     * @param  int  $most  places at most
     * @param  bool  $inOrder  whether what comes before it has to have its place already
     * @return list<array{int, int}> gain and start, the best first; of equals the earlier
     */
    public function of(Work $work, ?array $days = null, bool $inOrder = true, int $most = PHP_INT_MAX): array
    {
        $found = [];
        [$earliest, $latest] = $inOrder ? $this->order($work) : [$work->notBefore, $work->due ?? PHP_INT_MAX];
        if ($earliest === null) {
            return [];
        }
        $windows = $this->windows($work);
        foreach ($days ?? array_keys($this->free) as $day) {
            $stretches = $this->free[$day];
            if ($this->capacity[$day] < $work->load()) {
                continue;
            }
            foreach ($stretches as [$from, $to]) {
                foreach ($windows === null ? [[$from, $to]] : self::within($windows, $from, $to) as [$opens, $closes]) {
                    $first = $this->aligned(max($opens, $earliest, $from + $work->lead));
                    $last = min($closes, $latest, $to - $work->trail) - $work->minutes;
                    if ($last < $first) {
                        continue;
                    }
                    foreach ($this->startsWithin($work, $first, $last, $from, $to) as $start) {
                        if ($work->isDemanding() && ! $this->leavesRest($start, $start + $work->minutes)) {
                            continue;
                        }
                        $found[] = -$this->gain($work, $start, $from, $to) * self::PACK + $start;
                    }
                }
            }
        }
        sort($found);
        $places = [];
        foreach ($most < count($found) ? array_slice($found, 0, $most) : $found as $one) {
            $start = (($one % self::PACK) + self::PACK) % self::PACK;
            $places[] = [-intdiv($one - $start, self::PACK), $start];
        }

        return $places;
    }

    /** What the plan gains by a work that begins there, where there is room for it. */
    public function gainAt(Work $work, int $start): int
    {
        foreach ($this->free[Ground::dayOf($start)] as [$from, $to]) {
            if ($start - $work->lead >= $from && $start + $work->minutes + $work->trail <= $to) {
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
            Worth::costOf($start - $work->lead - $this->ground->pause - $from) -
            Worth::costOf($to - $start - $work->minutes - $work->trail - $this->ground->pause);
    }

    /** The longest free stretch in which a work could stand as far as time goes, in minutes; whatever its day has to give. */
    public function longestFor(Work $work): int
    {
        $longest = 0;
        $windows = $this->windows($work);
        foreach (array_merge(...$this->free) as [$from, $to]) {
            foreach ($windows === null ? [[$from, $to]] : self::within($windows, $from, $to) as [$opens, $closes]) {
                $longest = max(
                    $longest,
                    min($closes, $to - $work->trail, $work->due ?? $closes) -
                        $this->aligned(max($opens, $work->notBefore, $from + $work->lead)),
                );
            }
        }

        return $longest;
    }

    /**
     * From when to when it may stand as far as it and what comes before and after it say.
     *
     * @return array{int|null, int} null where what comes before it has no place
     */
    private function order(Work $work): array
    {
        $earliest = $work->notBefore;
        if ($work->after !== null && isset($this->works[$work->after])) {
            if (! isset($this->starts[$work->after])) {
                return [null, 0];
            }
            $earliest = max($earliest, $this->starts[$work->after] + $this->works[$work->after]->minutes);
        }
        $latest = $work->due ?? PHP_INT_MAX;
        foreach ($this->later[$work->key] ?? [] as $key) {
            $latest = min($latest, $this->starts[$key] ?? PHP_INT_MAX);
        }

        return [$earliest, $latest];
    }

    /**
     * Where a work may stand whatever is free: its own hours, and nothing that is kept whole for demanding work.
     *
     * @return list<array{int, int}>|null null for anywhere
     */
    private function windows(Work $work): ?array
    {
        return array_key_exists($work->key, $this->windows)
            ? $this->windows[$work->key]
            : ($this->windows[$work->key] = $this->windowsOf($work));
    }

    /**
     * @param  list<array{int, int}>  $windows
     * @return list<array{int, int}> what of them lies in a free stretch
     */
    private static function within(array $windows, int $from, int $to): array
    {
        $within = [];
        foreach ($windows as [$opens, $closes]) {
            if ($opens < $to && $closes > $from) {
                $within[] = [max($opens, $from), min($closes, $to)];
            }
        }

        return $within;
    }

    /** @return list<array{int, int}>|null */
    private function windowsOf(Work $work): ?array
    {
        $kept = $work->isDemanding() ? [] : $this->ground->kept;
        if ($kept === []) {
            return $work->hours;
        }
        $windows = $work->hours ?? [[0, count($this->ground->free) * Ground::DAY]];
        foreach ($kept as [$begins, $ends]) {
            $left = [];
            foreach ($windows as [$opens, $closes]) {
                foreach ([[$opens, min($closes, $begins)], [max($opens, $ends), $closes]] as $piece) {
                    if ($piece[1] > $piece[0]) {
                        $left[] = $piece;
                    }
                }
            }
            $windows = $left;
        }

        return $windows;
    }

    public function put(Work $work, int $start): void
    {
        $end = $start + $work->minutes;
        $day = Ground::dayOf($start);
        $this->put[$day][$work->key] = [$start - $work->lead, $end + $work->trail];
        $this->free[$day] = $this->withoutPut($this->free[$day], $this->put[$day][$work->key]);
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
        unset($this->put[$day][$work->key]);
        $this->free[$day] = $this->ground->free[$day];
        foreach ($this->put[$day] as [$begins, $ends]) {
            $this->free[$day] = $this->withoutPut($this->free[$day], [$begins, $ends]);
        }
        $this->capacity[$day] += $work->load();
        if ($work->isDemanding()) {
            array_splice($this->demanding, (int) array_search([$start, $end], $this->demanding, true), 1);
        }
        unset($this->starts[$work->key]);
    }

    /**
     * @param  list<array{int, int}>  $stretches
     * @param  array{int, int}  $put  with what is kept before and after it
     * @return list<array{int, int}>
     */
    private function withoutPut(array $stretches, array $put): array
    {
        return self::without($stretches, $put[0] - $this->ground->pause, $put[1] + $this->ground->pause);
    }

    /**
     * @param  list<array{int, int}>  $stretches
     * @return list<array{int, int}> what is left of them beside one that is taken
     */
    private static function without(array $stretches, int $begins, int $ends): array
    {
        $left = [];
        foreach ($stretches as [$from, $to]) {
            if ($ends <= $from || $begins >= $to) {
                $left[] = [$from, $to];

                continue;
            }
            if ($begins > $from) {
                $left[] = [$from, $begins];
            }
            if ($ends < $to) {
                $left[] = [$ends, $to];
            }
        }

        return $left;
    }

    /** @return list<int> where what is left of a stretch becomes long, and where something at the same place is near */
    private function turns(Work $work, int $from, int $to): array
    {
        $pause = $this->ground->pause;
        // Reckoned with what is kept before and after it.
        $from += $work->lead;
        $to -= $work->trail;
        $turns = [$from + Worth::LONG + $pause, $to - Worth::LONG - $pause - $work->minutes];
        if ($pause > 0) {
            $turns = [...$turns, $from + $pause, $to - $pause - $work->minutes]; // what is no longer than a pause is nothing lost
        }
        foreach ($work->place === '' ? [] : $this->ground->places[mb_strtolower($work->place)] ?? [] as [$begins, $ends]) {
            $turns = [
                ...$turns,
                $ends,
                $ends + Worth::NEXT_TO,
                $begins - $work->minutes,
                $begins - $work->minutes - Worth::NEXT_TO,
            ];
        }

        return $turns;
    }

    /** @return list<int> */
    private function startsWithin(Work $work, int $first, int $last, int $from, int $to): array
    {
        $last = $first + intdiv($last - $first, self::STEP) * self::STEP;
        $starts = [$first => true, $last => true];
        if ($work->was !== null && $work->was > $first && $work->was < $last) {
            $starts[$work->was] = true;
        }
        $turns =
            $to - $from > Worth::LONG || $work->place !== '' || $this->ground->pause > 0 ? $this->turns($work, $from, $to) : [];
        foreach ($turns as $turn) {
            $turn = $this->aligned($turn);
            if ($turn > $first && $turn < $last) {
                $starts[$turn] = true;
            }
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
