<?php

declare(strict_types=1);

namespace PlumRota\Core\Reminding;

use PlumRota\Core\Time\InvalidTime;
use Stringable;

/** When to remind, and by which channels: "-PT15M" on the screen, "-PT15M;mail,phone" by those. */
final readonly class Reminder implements Stringable
{
    /** @param  list<Channel>  $channels  at least one */
    private function __construct(public Trigger $trigger, public array $channels)
    {
    }

    /**
     * @param  list<Channel>  $channels  none for the screen
     */
    public static function of(Trigger $trigger, array $channels = []): self
    {
        $once = [];
        foreach ($channels === [] ? [Channel::Screen] : $channels as $channel) {
            $once[$channel->value] = $channel;
        }

        return new self($trigger, array_values($once));
    }

    /** @throws InvalidTime */
    public static function parse(string $text): self
    {
        [$trigger, $channels] = [...explode(';', $text, 2), ''];

        return self::of(
            Trigger::parse($trigger),
            $channels === ''
                ? []
                : array_map(
                    fn (string $channel): Channel => Channel::tryFrom($channel) ??
                        throw new InvalidTime("“{$channel}” is no way to remind; screen, mail and phone are."),
                    explode(',', $channels),
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
        return $this->channels === [Channel::Screen]
            ? (string) $this->trigger
            : $this->trigger.';'.implode(',', array_map(fn (Channel $channel): string => $channel->value, $this->channels));
    }
}
