<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use Generator;
use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** The recurrence set of RFC 5545 3.8.5: the start, what the rule makes, extra dates, less the exceptions. */
final readonly class RecurrenceSet
{
    /**
     * @param  list<LocalDateTime>  $extra  RDATE
     * @param  list<LocalDateTime>  $except  EXDATE
     * @param  Zone|null  $zone  reads an UNTIL given in UTC; null for floating and all-day entries
     */
    public function __construct(
        public LocalDateTime $start,
        public ?RecurrenceRule $rule = null,
        public array $extra = [],
        public array $except = [],
        public ?Zone $zone = null,
    ) {
    }

    /**
     * The instances with from ≤ instance < to, in order, each once.
     *
     * @return Generator<int, LocalDateTime>
     */
    public function between(LocalDateTime $from, LocalDateTime $to): Generator
    {
        foreach ($this->seconds($from->seconds, $to->seconds) as $second) {
            yield LocalDateTime::fromSeconds($second);
        }
    }

    /**
     * The first instances at or after a moment (by default from the start on).
     *
     * @return list<LocalDateTime>
     */
    public function next(int $limit, ?LocalDateTime $from = null): array
    {
        $instances = [];
        $end = Gregorian::dayNumber(Gregorian::LAST_YEAR + 1, 1, 1) * 86400;
        foreach ($this->seconds($from->seconds ?? PHP_INT_MIN, $end) as $second) {
            if (count($instances) === $limit) {
                break;
            }
            $instances[] = LocalDateTime::fromSeconds($second);
        }

        return $instances;
    }

    /**
     * The first moment at or after the earliest that a rule itself chooses: where a routine should start. An interval
     * counts from there, so it plays no part in the choice.
     */
    public static function firstOnOrAfter(RecurrenceRule $rule, LocalDateTime $earliest): ?LocalDateTime
    {
        $each = $rule->ending(null, $rule->until)->everyTime();

        return (new Expander($each, $earliest))->matches($earliest)
            ? $earliest
            : ((new self($earliest, $each))->next(1, $earliest->plusSeconds(1))[0] ?? null);
    }

    public function includes(LocalDateTime $moment): bool
    {
        foreach ($this->between($moment, $moment->plusSeconds(1)) as $_) {
            return true;
        }

        return false;
    }

    /** @return Generator<int, int> */
    private function seconds(int $from, int $to): Generator
    {
        $except = [];
        foreach ($this->except as $date) {
            $except[$date->seconds] = true;
        }
        $extra = array_map(fn (LocalDateTime $date): int => $date->seconds, $this->extra);
        $extra = array_values(array_filter($extra, fn (int $second): bool => $second >= $from && $second < $to));
        sort($extra);
        $previous = null;
        foreach (self::merged($this->ofRule($from, $to), $extra) as $second) {
            if ($second !== $previous && ! isset($except[$second])) {
                yield $second;
            }
            $previous = $second;
        }
    }

    /** @return Generator<int, int> */
    private function ofRule(int $from, int $to): Generator
    {
        if ($this->rule !== null) {
            yield from (new Expander($this->rule, $this->start, $this->zone))->between($from, $to);
        } elseif ($this->start->seconds >= $from && $this->start->seconds < $to) {
            yield $this->start->seconds;
        }
    }

    /**
     * @param  Generator<int, int>  $made
     * @param  list<int>  $extra
     * @return Generator<int, int>
     */
    private static function merged(Generator $made, array $extra): Generator
    {
        foreach ($made as $second) {
            while ($extra !== [] && $extra[0] <= $second) {
                yield array_shift($extra);
            }
            yield $second;
        }
        yield from $extra;
    }
}
