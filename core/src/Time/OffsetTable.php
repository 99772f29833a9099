<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/** A zone's offsets, asked of the database once for every stretch of about a year and remembered. */
final class OffsetTable
{
    private const STRETCH = 31_557_600;

    /** @var array<int, list<array{int, int}>> by stretch: from which instant, seconds east of UTC */
    private array $stretches = [];

    /** @var array<int, bool> by day */
    private array $steady = [];

    public function __construct(private readonly \DateTimeZone $zone)
    {
    }

    /** Seconds east of UTC at an instant (Unix seconds). */
    public function at(int $instant): int
    {
        $stretch = (int) floor($instant / self::STRETCH);
        $steps = $this->stretches[$stretch] ??= $this->read($stretch);
        $offset = $steps[0][1];
        foreach ($steps as [$from, $east]) {
            if ($from > $instant) {
                break;
            }
            $offset = $east;
        }

        return $offset;
    }

    /** Whether no offset changes within a few days of one, given by its number. */
    public function isSteadyAround(int $day): bool
    {
        return $this->steady[$day] ??= $this->isSteady(($day - 2) * 86400, ($day + 4) * 86400);
    }

    /** Whether no offset changes between two instants. */
    public function isSteady(int $from, int $to): bool
    {
        $stretch = (int) floor($from / self::STRETCH);
        if ($to >= ($stretch + 1) * self::STRETCH) {
            return false; // rarely, and then it is looked at more closely
        }
        foreach ($this->stretches[$stretch] ??= $this->read($stretch) as $i => [$at]) {
            if ($i > 0 && $at >= $from && $at <= $to) {
                return false;
            }
        }

        return true;
    }

    /** @return list<array{int, int}> */
    private function read(int $stretch): array
    {
        $from = $stretch * self::STRETCH;
        $first = $this->zone->getOffset(new \DateTimeImmutable('@'.$from));
        $steps = [[$from, $first]];
        foreach ($this->zone->getTransitions($from, $from + self::STRETCH) as $transition) {
            if ($transition['ts'] > $from) {
                $steps[] = [$transition['ts'], $transition['offset']];
            }
        }

        return $steps;
    }
}
