<?php

declare(strict_types=1);

namespace Tests\Models;

use DateTimeImmutable;
use DateTimeZone;

/**
 * What should be handed over, worked out the slow way: every second anew from the entries as they are, with nothing written
 * down ahead. Days in Berlin without a clock change.
 */
final class NaiveReminders
{
    private const FORTNIGHT = 14 * 86400;

    /**
     * @var array<string, array{start: string|null, all_day: bool, daily: bool, due: string|null, reminders: list<string>, closed: list<string>, moved: array<string, string>}>
     *   by entry id
     */
    public array $entries = [];

    /** @var array{int, int} minutes of the day */
    public array $quiet = [0, 0];

    /** @var array<string, int> by key, when it fell */
    private array $due = [];

    /** @var array<string, int> due once, and what it is about is done or gone */
    private array $aside = [];

    /** @var array<string, int> all that were ever to come */
    private array $known = [];

    public function __construct(private int $now)
    {
    }

    public function advance(int $to): void
    {
        foreach ($this->plan($to) as $key => $at) {
            if ($at > $this->now && $at <= $to) {
                $this->due[$key] = $at;
            }
        }
        $this->now = $to;
    }

    /** After anything was changed at this moment. */
    public function changed(): void
    {
        $plan = $this->plan($this->now + 86400 * 40);
        foreach ($plan as $key => $at) {
            // What fell in the seconds before it was asked for is still reminded of.
            if ($at <= $this->now && $at > $this->now - 10 && ! isset($this->known[$key])) {
                $this->due[$key] = $this->known[$key] = $at;
            }
        }
        foreach ($plan as $key => $at) {
            if ($at > $this->now) {
                $this->known[$key] = $at;
            }
        }
        foreach ($this->due as $key => $at) {
            if (! isset($plan[$key])) {
                $this->aside[$key] = $at;
                unset($this->due[$key]);
            } elseif ($plan[$key] > $this->now) {
                unset($this->due[$key]);
            }
        }
        foreach ($this->aside as $key => $at) {
            if (isset($plan[$key]) && $plan[$key] === $at) {
                $this->due[$key] = $at;
            }
            if (isset($plan[$key]) && ($plan[$key] === $at || $plan[$key] > $this->now)) {
                unset($this->aside[$key]);
            }
        }
    }

    /** @return array<string, int> by key, what is handed over now and when it fell */
    public function pass(): array
    {
        $handed = [];
        foreach ($this->due as $key => $at) {
            if ($this->held($at) <= $this->now) {
                unset($this->due[$key]);
                if ($at >= $this->now - self::FORTNIGHT) {
                    $handed[$key] = $at;
                }
            }
        }
        ksort($handed);

        return $handed;
    }

    /** @return array<string, int> by key, everything that falls up to a moment */
    private function plan(int $until): array
    {
        $plan = [];
        foreach ($this->entries as $id => $entry) {
            foreach ($this->occurrences($entry, $until + 86400 * 8) as $recurrence => $start) {
                if (in_array($recurrence, $entry['closed'], true)) {
                    continue;
                }
                foreach ($entry['reminders'] as $reminder) {
                    $at = self::moment($reminder, $start, $entry['due']);
                    if ($at !== null && $at <= $until) {
                        $plan["{$id}|{$recurrence}|{$reminder}|screen"] = $at;
                    }
                }
            }
        }

        return $plan;
    }

    /**
     * @param array{start: string|null, all_day: bool, daily: bool, due: string|null, reminders: list<string>, closed: list<string>, moved: array<string, string>}
     *    $entry
     * @return array<string, string|null> by recurrence id, its start
     */
    private function occurrences(array $entry, int $until): array
    {
        if (! $entry['daily']) {
            return ['once' => $entry['start']];
        }
        $found = [];
        for ($at = self::wall((string) $entry['start']); $at->getTimestamp() <= $until; $at = $at->modify('+1 day')) {
            $id = $at->format($entry['all_day'] ? 'Y-m-d' : 'Y-m-d\TH:i:s');
            $found[$id] = $entry['moved'][$id] ?? $id;
        }

        return $found;
    }

    private static function moment(string $reminder, ?string $start, ?string $due): ?int
    {
        if (str_ends_with($reminder, '@due')) {
            return $due === null ? null : self::wall($due)->getTimestamp() - 60 * (int) substr($reminder, 3);
        }
        if ($start === null) {
            return null;
        }
        if (str_contains($reminder, '@')) {
            return self::wall(substr($start, 0, 10))
                ->modify('-'.(int) substr($reminder, 2).' day')
                ->modify(substr($reminder, -5))
                ->getTimestamp();
        }

        return strlen($start) === 10 ? null : self::wall($start)->getTimestamp() - 60 * (int) substr($reminder, 3);
    }

    private function held(int $at): int
    {
        [$from, $to] = $this->quiet;
        for ($minute = $at; $minute < $at + 86400; $minute += 60 - ($minute % 60)) {
            $wall = (new DateTimeImmutable("@{$minute}"))->setTimezone(new DateTimeZone('Europe/Berlin'));
            $of = (int) $wall->format('G') * 60 + (int) $wall->format('i');
            if ($from <= $to ? $of < $from || $of >= $to : $of < $from && $of >= $to) {
                return $minute;
            }
        }

        return $at;
    }

    public static function wall(string $text): DateTimeImmutable
    {
        return new DateTimeImmutable($text, new DateTimeZone('Europe/Berlin'));
    }
}
