<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use PlumRota\Core\Time\Gregorian;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** The recurrence set of RFC 5545 3.8.5: the start, what its rules make, extra dates, less the exceptions. */
final readonly class RecurrenceSet
{
    /** More instances than this are not made at once, however many the window holds. */
    public const MOST = 20_000;

    private const DAY = 86_400;

    /** @var list<RecurrenceRule> */
    public array $rules;

    /**
     * @param  RecurrenceRule|list<RecurrenceRule>|null  $rules  RRULE; several are joined
     * @param  list<LocalDateTime>  $extra  RDATE
     * @param  list<LocalDateTime>  $except  EXDATE
     * @param  Zone|null  $zone  reads an UNTIL given in UTC; null for floating and all-day entries
     */
    public function __construct(
        public LocalDateTime $start,
        RecurrenceRule|array|null $rules = null,
        public array $extra = [],
        public array $except = [],
        public ?Zone $zone = null,
    ) {
        $this->rules = is_array($rules) ? $rules : ($rules === null ? [] : [$rules]);
    }

    /**
     * The instances with from ≤ instance < to, in order, each once.
     *
     * @return list<LocalDateTime>
     */
    public function between(LocalDateTime $from, LocalDateTime $to, int $limit = self::MOST): array
    {
        return LocalDateTime::listOf($this->seconds($from->seconds, $to->seconds, $limit));
    }

    /**
     * The first instances at or after a moment (by default from the start on).
     *
     * @return list<LocalDateTime>
     */
    public function next(int $limit, ?LocalDateTime $from = null): array
    {
        return LocalDateTime::listOf($this->seconds($from->seconds ?? PHP_INT_MIN, Gregorian::LAST_SECOND + 1, $limit));
    }

    /**
     * The first moment at or after the earliest that a rule itself chooses: where a routine should start. An interval
     * counts from there, so it plays no part in the choice.
     */
    public static function firstOnOrAfter(RecurrenceRule $rule, LocalDateTime $earliest): ?LocalDateTime
    {
        $each = $rule->ending(null, $rule->until)->everyTime();
        $expander = new Expander($each, $earliest);
        if ($expander->choosesStart()) {
            return $earliest;
        }
        $next = $expander->collect($earliest->seconds + 1, Gregorian::LAST_SECOND + 1, 1);

        return $next === [] ? null : LocalDateTime::fromSeconds($next[0]);
    }

    public function includes(LocalDateTime $moment): bool
    {
        return $this->seconds($moment->seconds, $moment->seconds + 1, 1) !== [];
    }

    /** Whether a stretch of less than a day holds no time of day at which an instance could come. */
    private function comesAtOtherHours(int $from, int $to): bool
    {
        if ($to - $from >= self::DAY || $this->extra !== []) {
            return false;
        }
        foreach ($this->rules as $rule) {
            if ($rule->freq->isWithinDay() || $rule->byHour !== [] || $rule->byMinute !== [] || $rule->bySecond !== []) {
                return false;
            }
        }
        $until = ((($this->start->seconds - $from) % self::DAY) + self::DAY) % self::DAY;

        return $from + $until >= $to;
    }

    /** @return list<int> */
    private function seconds(int $from, int $to, int $limit): array
    {
        $limit = min($limit, self::MOST);
        if ($this->comesAtOtherHours($from, $to)) {
            return [];
        }
        if (count($this->rules) === 1 && $this->extra === [] && $this->except === []) {
            return (new Expander($this->rules[0], $this->start, $this->zone))->collect($from, $to, $limit);
        }
        $except = array_fill_keys(array_map(fn (LocalDateTime $date): int => $date->seconds, $this->except), true);
        $all = [];
        foreach ([$this->start, ...$this->extra] as $date) {
            if ($date->seconds >= $from && $date->seconds < $to) {
                $all[$date->seconds] = true;
            }
        }
        foreach ($this->rules as $rule) {
            // As many more as exceptions might take away.
            foreach ((new Expander($rule, $this->start, $this->zone))->collect($from, $to, $limit + count($except)) as $second) {
                $all[$second] = true;
            }
        }
        $left = array_keys(array_diff_key($all, $except));
        sort($left);

        return array_slice($left, 0, $limit);
    }
}
