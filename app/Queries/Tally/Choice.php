<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use PlumRota\Core\Tally\CountedLine;

/** Which lines or entries count, chosen as on the board: each list names what is let through, an empty one lets everything through. */
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

        return $this->lets(
            $of->areaId,
            $of->calendarId,
            $of->isTask ? 'task' : 'event',
            $of->importance,
            $of->effort,
            $of->labels,
            $line->outcome->isDone(),
            $of->isRoutine,
        );
    }

    /**
     * @param  string  $kind  task or event
     * @param  list<string>  $labels
     */
    public function lets(
        string $areaId,
        string $calendarId,
        string $kind,
        ?string $importance,
        ?string $effort,
        array $labels,
        bool $isDone,
        bool $isRoutine,
    ): bool {
        return self::isAmong($this->areas, $areaId) &&
            self::isAmong($this->calendars, $calendarId) &&
            self::isAmong($this->kinds, $kind) &&
            self::isAmong($this->importance, $importance ?? self::NONE) &&
            self::isAmong($this->effort, $effort ?? self::NONE) &&
            self::isAmong($this->done, $isDone ? 'done' : 'open') &&
            ($this->labels === [] || array_intersect($this->labels, $labels === [] ? [self::NONE] : $labels) !== []) &&
            ($this->routines || ! $isRoutine);
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
