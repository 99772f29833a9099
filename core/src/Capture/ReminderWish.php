<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Reminding\Anchor;
use PlumRota\Core\Reminding\Trigger;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;

/** A reminder as a line asks for it: so long before, at a time some days before, or at a moment of its own. */
final readonly class ReminderWish
{
    public function __construct(
        public ?int $minutes = null,
        public ?int $days = null,
        public ?Clock $at = null,
        public ?LocalDateTime $moment = null,
    ) {
    }

    /**
     * @param  LocalDateTime|null  $start  of the entry; null where it has none
     * @param  LocalDateTime|null  $due  likewise
     * @return Trigger|null null where it cannot be reckoned from anything
     *
     * @throws InvalidTime
     */
    public function trigger(?LocalDateTime $start, ?LocalDateTime $due): ?Trigger
    {
        $anchor = $start === null && $due !== null ? Anchor::Due : Anchor::Start;
        if ($this->moment !== null) {
            $from = $start ?? $due;
            if ($from !== null && (string) $from === (string) $this->moment) {
                return Trigger::before(0, $anchor);
            }
            $days = $from === null ? -1 : $from->date()->dayNumber() - $this->moment->date()->dayNumber();

            return $days < 0 ? null : Trigger::atTime($days, $this->moment->time(), $anchor);
        }

        return $this->at !== null
            ? Trigger::atTime($this->days ?? 0, $this->at->time(), $anchor)
            : Trigger::before($this->minutes ?? 0, $anchor);
    }
}
