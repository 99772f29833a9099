<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use PlumRota\Core\Tally\CountedLine;
use PlumRota\Core\Tally\Fact;
use PlumRota\Core\Tally\HoursOfWeek;
use PlumRota\Core\Tally\Measure;

/** One figure of the tally: minutes of a group, of several, or of all; those of an hour of the week; or how often something was. */
final readonly class Figure
{
    /**
     * @param  'area'|'calendar'|'label'|'theme'|'effort'|'entry'|'person'  $by
     * @param  string|null  $group  null: all that are not left out
     * @param  list<string>  $leftOut  groups
     * @param  int|null  $hour  of the week, from 0 for that after midnight on Monday
     * @param  Fact|null  $fact  counted instead of minutes
     */
    public function __construct(
        public Measure $of,
        public string $by = 'area',
        private ?string $group = null,
        private array $leftOut = [],
        private ?int $hour = null,
        private ?Fact $fact = null,
    ) {
    }

    /** Minutes, or how often, that a line adds to it. */
    public function share(CountedLine $line, Grouping $grouping): int
    {
        if ($this->fact !== null) {
            return $this->fact->times($line);
        }
        $times = $this->times($grouping->of($line));

        return match (true) {
            $times === 0 => 0,
            $this->hour === null => $times * $line->minutes($this->of),
            default => $times * HoursOfWeek::of($line)->minutes()[$this->of->value][$this->hour],
        };
    }

    /**
     * How often a line counts. What counts in several of the groups that are left adds to each of them.
     *
     * @param  list<string>  $groups  of the line
     */
    private function times(array $groups): int
    {
        return match (true) {
            $this->group !== null => in_array($this->group, $groups, true) ? 1 : 0,
            $this->leftOut === [] => 1,
            default => count(array_diff($groups, $this->leftOut)),
        };
    }
}
