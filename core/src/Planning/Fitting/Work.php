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
     * @param  list<array{int, int}>  $themeHours  those that are mainly for what it is about
     * @param  int|null  $was  where it was proposed before
     * @param  bool  $isLate  its due date is over; it has no due any more, and is as near as can be
     * @param  int|null  $adds  minutes of it that it takes of what its day has to give; null for all, less where the day counts it already
     * @param  bool  $staysOnDay  it stands on the list of a day, and its due is the end of that
     * @param  list<array{int, int}>|null  $hours  its own hours, in which alone it can be done; null for any
     * @param  string|null  $after  the key of a work that has to be done before; of none that is fitted in with it, none
     * @param  string  $place  where it is done
     * @param  int  $lead  minutes kept before it: travel, and a margin
     * @param  int  $trail  minutes kept after it
     * @param  int|null  $shortestPiece  minutes of the shortest of the pieces into which it may be split; null where it may not
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
        public array $themeHours = [],
        public ?int $was = null,
        public bool $isLate = false,
        public ?int $adds = null,
        public bool $staysOnDay = false,
        public ?array $hours = null,
        public ?string $after = null,
        public string $place = '',
        public ?int $shortestPiece = null,
        public int $lead = 0,
        public int $trail = 0,
    ) {
    }

    /** The same, not before another is done. */
    public function behind(?string $after, int $notBefore): self
    {
        return $this->with(['after' => $after, 'notBefore' => max($this->notBefore, $notBefore)]);
    }

    /** A part of it that is done at one time. */
    public function piece(string $key, int $minutes): self
    {
        return $this->with([
            'key' => $key,
            'minutes' => $minutes,
            'adds' => $this->adds === null ? null : min($this->adds, $minutes),
            'was' => null,
            'shortestPiece' => null,
        ]);
    }

    /** @param  array<string, mixed>  $changes  by the names of its properties */
    private function with(array $changes): self
    {
        $all = [...get_object_vars($this), ...$changes];

        /** @phpstan-ignore argument.type (the names and types are this class's own properties) */
        return new self(...$all);
    }

    /** Minutes of what its day has to give. */
    public function load(): int
    {
        return ($this->adds ?? $this->minutes) + $this->lead + $this->trail;
    }

    public function isDemanding(): bool
    {
        return $this->effort === 'demanding';
    }
}
