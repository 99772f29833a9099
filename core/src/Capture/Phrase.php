<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use Closure;

/**
 * A stretch of the line with one reading of it, one of several that may overlap.
 *
 * @phpstan-import-type Role from Segment
 */
final readonly class Phrase
{
    public const RHYTHM = 1;

    public const DATE = 2;

    public const TIME = 4;

    public const LENGTH = 8;

    public const END = 16;

    public const DUE = 32;

    public const TURN = 64;

    public const CALENDAR = 128;

    public const IMPORTANCE = 256;

    public const EFFORT = 512;

    public const KIND = 1024;

    public const PLACE = 2048;

    public const STEPS = 4096;

    public const MONTHS = 8192;

    public const DAYS_OUT = 16384;

    public const DATES_OUT = 32768;

    /**
     * @param  int  $from  first byte
     * @param  int  $to  the byte after the last
     * @param  Role  $role
     * @param  int  $slots  what it says, of the constants; of two that say the same one is taken
     * @param  Closure(Meaning): mixed  $say  what it means
     * @param  bool  $isLoose  it may be an ordinary word: it counts only where the line ends, is divided, or goes on with
     *   something else that was understood
     * @param  bool  $needsRhythm  it says something of a rhythm, and is an ordinary word where there is none
     * @param  bool  $needsNeighbour  it counts only right beside something else that was understood
     * @param  bool  $needsBefore  it counts only right after something else that was understood, or after a comma
     * @param  bool  $notWithRhythm  it counts only where there is no rhythm
     * @param  bool  $needsDay  it counts only where something else says on which day
     * @param  bool  $isSeveral  it comes round by itself, as several times a day do
     * @param  float  $weight  how sure it is, 1 for what has no other reading
     */
    public function __construct(
        public int $from,
        public int $to,
        public string $role,
        public int $slots,
        public Closure $say,
        public bool $isLoose = false,
        public bool $needsRhythm = false,
        public bool $needsNeighbour = false,
        public bool $needsBefore = false,
        public bool $notWithRhythm = false,
        public float $weight = 1.0,
        public bool $isSeveral = false,
        public bool $needsDay = false,
    ) {
    }

    public function comesRound(): bool
    {
        return $this->isSeveral || ($this->slots & self::RHYTHM) !== 0;
    }

    /** What is understood of the line, in bytes; one phrase is likelier than two that say the same in pieces. */
    public function score(): float
    {
        return max(0.1, ($this->to - $this->from) * $this->weight * ($this->isLoose ? 0.8 : 1.0) - 1.5);
    }
}
