<?php

declare(strict_types=1);

namespace PlumRota\Core\Planning\Fitting;

/**
 * Something that is to be given a place. Moments are minutes from the midnight with which the first day of the ground begins.
 */
final readonly class Work
{
    /**
     * @param  string  $key  the caller's name for it
     * @param  int  $minutes  that it takes, in one piece
     * @param  string|null  $importance  must, should or could
     * @param  string|null  $effort  light, steady or demanding
     * @param  int  $notBefore  it begins then at the earliest
     * @param  int|null  $due  it has ended by then
     * @param  int  $putOff  how often it was sent on to another day
     * @param  bool  $areaLacks  whether its life area still lacks hours that are intended for it
     * @param  list<int>  $themeDays  of the ground, those that are mainly for what it is about
     * @param  int|null  $was  where it was proposed before
     * @param  bool  $isLate  its due date is over; it has no due any more, and is as near as can be
     * @param  int|null  $adds  minutes that it takes of what its day has to give; null for all, less where the day counts it already
     * @param  bool  $staysOnDay  it stands on the list of a day, and its due is the end of that
     */
    public function __construct(
        public string $key,
        public int $minutes,
        public ?string $importance = null,
        public ?string $effort = null,
        public int $notBefore = 0,
        public ?int $due = null,
        public int $putOff = 0,
        public bool $areaLacks = false,
        public array $themeDays = [],
        public ?int $was = null,
        public bool $isLate = false,
        public ?int $adds = null,
        public bool $staysOnDay = false,
    ) {
    }

    /** Minutes of what its day has to give. */
    public function load(): int
    {
        return $this->adds ?? $this->minutes;
    }

    public function isDemanding(): bool
    {
        return $this->effort === 'demanding';
    }
}
