<?php

declare(strict_types=1);

namespace PlumRota\Core\Interchange;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\TolerantRule;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** A zone as a VTIMEZONE tells it (RFC 5545 3.6.5): at an instant the offset of the latest onset that has come. */
final readonly class ToldZone
{
    /** Seconds between two looks at a zone between its changes. */
    private const LOOK = 30 * 86400;

    /** Observances of a zone; those of IANA's have some dozens. */
    private const MOST = 400;

    /** @param  non-empty-list<array{int, int, int}>  $onsets  instant, seconds east of UTC before it and from it on; in order */
    private function __construct(private array $onsets)
    {
    }

    /**
     * @param  non-empty-list<Observance>  $observances
     * @param  int  $last  the last year that is asked for
     *
     * @throws InvalidRule|InvalidTime
     */
    public static function of(array $observances, int $last): self
    {
        if (count($observances) > self::MOST) {
            throw new InvalidRule('A zone changes its clocks a few times a year.');
        }
        $onsets = [];
        $end = LocalDate::of($last, 12, 31)->startOfDay();
        foreach ($observances as $one) {
            $walls = $one->onsets;
            if ($one->rule !== null) {
                $rule = TolerantRule::parse(self::endingByItsWalls($one->rule, $one->from));
                if (! in_array($rule->freq, [Frequency::Yearly, Frequency::Monthly], true)) {
                    throw new InvalidRule('A zone changes its clocks a few times a year.');
                }
                $walls = [...$walls, ...(new RecurrenceSet($one->onsets[0], $rule))->between($one->onsets[0], $end)];
            }
            foreach ($walls as $wall) {
                $onsets[$wall->seconds - $one->from] = [$wall->seconds - $one->from, $one->from, $one->to];
            }
        }
        ksort($onsets);

        /** @var non-empty-list<array{int, int, int}> $inOrder */
        $inOrder = array_values($onsets);

        return new self($inOrder);
    }

    /** An end that is told by the clocks of UTC (RFC 5545 3.3.10) is that of the walls before the onset, on which the rule goes. */
    private static function endingByItsWalls(string $rule, int $from): string
    {
        return (string) preg_replace_callback(
            '/UNTIL=(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z/i',
            function (array $at) use ($from): string {
                $wall = LocalDateTime::parse("{$at[1]}-{$at[2]}-{$at[3]}T{$at[4]}:{$at[5]}:{$at[6]}")->plusSeconds($from);

                return 'UNTIL='.str_replace(['-', ':'], '', (string) $wall);
            },
            $rule,
        );
    }

    public function offsetAt(int $instant): int
    {
        $offset = $this->onsets[0][1];
        foreach ($this->onsets as [$begins, , $to]) {
            if ($begins > $instant) {
                break;
            }
            $offset = $to;
        }

        return $offset;
    }

    /** The instant of a wall time; of one that comes twice the first, of one that is left out by the offset before. */
    public function instant(LocalDateTime $wall): int
    {
        $before = $this->offsetAt($wall->seconds - 86400);
        $after = $this->offsetAt($wall->seconds + 86400);

        return $before !== $after && $this->offsetAt($wall->seconds - $before) !== $before && $this->offsetAt($wall->seconds - $after) === $after
            ? $wall->seconds - $after
            : $wall->seconds - $before;
    }

    /** Whether a zone has the same offsets from one year to another: at each change, right before it, and between them. */
    public function isAs(Zone $zone, int $from, int $to): bool
    {
        $begin = LocalDate::of($from, 1, 1)->startOfDay()->seconds;
        $end = LocalDate::of($to + 1, 1, 1)->startOfDay()->seconds;
        $offset = $this->offsetAt($begin);
        $at = $begin;
        foreach ([...$this->onsets, [$end, 0, 0]] as [$begins, , $next]) {
            if ($begins <= $begin) {
                continue;
            }
            $until = min($begins, $end);
            for (; $at < $until; $at += self::LOOK) {
                if ($zone->offsetAt($at) !== $offset) {
                    return false;
                }
            }
            if ($zone->offsetAt($until - 1) !== $offset) {
                return false;
            }
            if ($begins >= $end) {
                return true;
            }
            [$at, $offset] = [$begins, $next];
        }

        return true;
    }
}
