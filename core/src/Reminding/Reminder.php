<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Time\InvalidTime;
use Stringable;

/** When to remind, and in which ways: "-PT15M" on the screen, "-PT15M;mail,phone" in those. */
final readonly class Reminder implements Stringable
{
    /** @param  list<Channel>  $ways  at least one */
    private function __construct(public Trigger $trigger, public array $ways)
    {
    }

    /**
     * @param  list<Channel>  $ways  none for the screen
     */
    public static function of(Trigger $trigger, array $ways = []): self
    {
        $once = [];
        foreach ($ways === [] ? [Channel::Screen] : $ways as $way) {
            $once[$way->value] = $way;
        }

        return new self($trigger, array_values($once));
    }

    /** @throws InvalidTime */
    public static function parse(string $text): self
    {
        [$trigger, $ways] = [...explode(';', $text, 2), ''];

        return self::of(
            Trigger::parse($trigger),
            $ways === ''
                ? []
                : array_map(
                    fn (string $way): Channel => Channel::tryFrom($way) ??
                        throw new InvalidTime("“{$way}” is no way to remind; screen, mail and phone are."),
                    explode(',', $ways),
                ),
        );
    }

    /**
     * Those of an entry or an occurrence: its own, else those of its calendar. What is all day has no hours to reckon from;
     * where none of its own fits it, those of its calendar for whole days stand in.
     *
     * @param  list<string>|null  $own  null where it has none of its own
     * @param  list<string>  $timed  of the calendar
     * @param  list<string>  $allDay  of the calendar, for whole days
     * @return list<string>
     */
    public static function applying(?array $own, array $timed, array $allDay, bool $isAllDay): array
    {
        $fitting = $isAllDay
            ? array_values(array_filter($own ?? [], fn (string $one): bool => self::parse($one)->trigger->fitsAllDay()))
            : $own ?? [];

        return match (true) {
            $own !== null && ($fitting !== [] || $own === []) => $fitting,
            $isAllDay => $allDay,
            default => $timed,
        };
    }

    public function __toString(): string
    {
        return $this->ways === [Channel::Screen]
            ? (string) $this->trigger
            : $this->trigger.';'.implode(',', array_map(fn (Channel $way): string => $way->value, $this->ways));
    }
}
