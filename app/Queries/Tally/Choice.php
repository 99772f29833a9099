<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use PlumRota\Core\Tally\CountedLine;

/** Which lines count, chosen as on the board: each list names what is let through, an empty one lets everything through. */
final readonly class Choice
{
    /** Stands for "not said" in a list. */
    private const NONE = 'none';

    /**
     * @param  list<string>  $areas
     * @param  list<string>  $calendars
     * @param  list<string>  $kinds  task, event
     * @param  list<string>  $importance
     * @param  list<string>  $effort
     * @param  list<string>  $labels
     * @param  list<string>  $done  done, open
     * @param  bool  $routines  whether routines count
     */
    public function __construct(
        public array $areas = [],
        public array $calendars = [],
        public array $kinds = [],
        public array $importance = [],
        public array $effort = [],
        public array $labels = [],
        public array $done = [],
        public bool $routines = true,
    ) {
    }

    public function takes(CountedLine $line): bool
    {
        $of = $line->of;

        return self::isAmong($this->areas, $of->areaId) &&
            self::isAmong($this->calendars, $of->calendarId) &&
            self::isAmong($this->kinds, $of->isTask ? 'task' : 'event') &&
            self::isAmong($this->importance, $of->importance ?? self::NONE) &&
            self::isAmong($this->effort, $of->effort ?? self::NONE) &&
            self::isAmong($this->done, $line->outcome->isDone() ? 'done' : 'open') &&
            ($this->labels === [] || array_intersect($this->labels, $of->labels === [] ? [self::NONE] : $of->labels) !== []) &&
            ($this->routines || ! $of->isRoutine);
    }

    public function isEverything(): bool
    {
        return $this == new self();
    }

    /** @param  list<string>  $list */
    private static function isAmong(array $list, string $value): bool
    {
        return $list === [] || in_array($value, $list, true);
    }
}
