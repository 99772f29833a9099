<?php

declare(strict_types=1);

namespace Tests\Models;

/**
 * A board worked out the slow way: every occurrence of every routine written down one by one, and changed one by one. Days from
 * 23 November to 20 December 2026, in which neither Berlin nor New York changes its clocks. Times are seconds since 1970 on the
 * walls of the account, except for what happens once: that stands at an instant.
 *
 * @phpstan-type One array{start: int, done: bool, gone: bool, skipped: bool, title: string|null, moved: int|null}
 * @phpstan-type Kept array{title: string, routine: bool, allDay: bool, length: int, weekdays: list<int>, occurrences: array<string, One>}
 */
final class NaiveBoard
{
    public const EAST = ['Europe/Berlin' => 3600, 'America/New_York' => -18000];

    public string $zone = 'Europe/Berlin';

    /** @var array<string, Kept> by entry id */
    public array $entries = [];

    /** A recurrence id as it is written (RFC 5545 3.8.4.4, with the signs of ISO 8601). */
    public static function id(int $start, bool $allDay): string
    {
        return gmdate($allDay ? 'Y-m-d' : 'Y-m-d\TH:i:s', $start);
    }

    /** @param  int  $start  on the walls of the account */
    public function addSingle(string $id, string $title, int $start, bool $allDay, int $length): void
    {
        $this->entries[$id] = [
            'title' => $title,
            'routine' => false,
            'allDay' => $allDay,
            'length' => $length,
            'weekdays' => [],
            'occurrences' => ['once' => self::one($allDay ? $start : $start - self::EAST[$this->zone])],
        ];
    }

    /**
     * @param  int  $step  days between two, where no weekdays are given
     * @param  list<int>  $weekdays  from 1 for Monday
     * @param  int  $times  how often in all
     */
    public function addRoutine(
        string $id,
        string $title,
        int $start,
        bool $allDay,
        int $length,
        int $step,
        array $weekdays,
        int $times,
    ): void {
        $occurrences = [];
        for ($at = $start; count($occurrences) < $times; $at += $weekdays === [] ? $step * 86400 : 86400) {
            if ($weekdays === [] || in_array((int) gmdate('N', $at), $weekdays, true)) {
                $occurrences[self::id($at, $allDay)] = self::one($at);
            }
        }
        $this->entries[$id] = [
            'title' => $title,
            'routine' => true,
            'allDay' => $allDay,
            'length' => $length,
            'weekdays' => $weekdays,
            'occurrences' => $occurrences,
        ];
    }

    /** @param  int  $to  on the walls of the account */
    public function moveOne(string $id, string $rid, int $to): void
    {
        $entry = &$this->entries[$id];
        if ($entry['routine']) {
            $entry['occurrences'][$rid]['moved'] = $to;
        } else {
            $entry['occurrences'][$rid]['start'] = $entry['allDay'] ? $to : $to - self::EAST[$this->zone];
        }
    }

    /**
     * All of them by some seconds of the day, and by some days; of several weekdays only those of one change their day.
     *
     * @param  int|null  $only  the weekday
     */
    public function moveAll(string $id, int $seconds, int $days, ?int $only): void
    {
        $entry = &$this->entries[$id];
        $moved = [];
        foreach ($entry['occurrences'] as $one) {
            $one['start'] += $seconds + ($only === null || (int) gmdate('N', $one['start']) === $only ? $days * 86400 : 0);
            $moved[self::id($one['start'], $entry['allDay'])] = $one;
        }
        $entry['occurrences'] = $moved;
        $entry['weekdays'] = array_map(
            fn (int $day): int => $only === null || $day === $only ? (($day - 1 + $days + 7) % 7) + 1 : $day,
            $entry['weekdays'],
        );
    }

    /** What comes from one occurrence on becomes another entry; the same one where nothing lies before. */
    public function split(string $id, string $rid, string $tailId): void
    {
        if ($tailId === $id) {
            return;
        }
        $cut = $this->entries[$id]['occurrences'][$rid]['start'];
        $this->entries[$tailId] = $this->entries[$id];
        $this->entries[$tailId]['occurrences'] = array_filter(
            $this->entries[$id]['occurrences'],
            fn (array $one): bool => $one['start'] >= $cut,
        );
        $this->entries[$id]['occurrences'] = array_filter(
            $this->entries[$id]['occurrences'],
            fn (array $one): bool => $one['start'] < $cut,
        );
    }

    /** @return list<array{string, string}> entry id and recurrence id of what is to be seen */
    public function visible(?bool $routine = null, bool $unmoved = false): array
    {
        $found = [];
        foreach ($this->entries as $id => $entry) {
            foreach ($routine === null || $entry['routine'] === $routine ? $entry['occurrences'] : [] as $rid => $one) {
                if (! $one['skipped'] && ! $one['gone'] && ! ($unmoved && $one['moved'] !== null)) {
                    $found[] = [(string) $id, (string) $rid];
                }
            }
        }

        return $found;
    }

    /** @return list<string> as the board shows them, sorted */
    public function lines(int $from, int $to): array
    {
        $lines = [];
        foreach ($this->visible() as [$id, $rid]) {
            $entry = $this->entries[$id];
            $one = $entry['occurrences'][$rid];
            $start =
                $one['moved'] ??
                ($entry['routine'] || $entry['allDay'] ? $one['start'] : $one['start'] + self::EAST[$this->zone]);
            $end = $start + ($entry['allDay'] ? $entry['length'] * 86400 : $entry['length'] * 60);
            if ($start < $to && $end > $from) {
                $lines[] =
                    self::id($start, $entry['allDay']).
                    ' '.
                    self::id($end, $entry['allDay']).
                    ' '.
                    ($one['title'] ?? $entry['title']).
                    ($one['done'] ? ' done' : '').
                    ($entry['routine'] && $one['moved'] !== null ? ' moved' : '');
            }
        }
        sort($lines);

        return $lines;
    }

    /** @return One */
    private static function one(int $start): array
    {
        return ['start' => $start, 'done' => false, 'gone' => false, 'skipped' => false, 'title' => null, 'moved' => null];
    }
}
