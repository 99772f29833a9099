<?php

declare(strict_types=1);

namespace PlumRota\Core\Schedule;

use PlumRota\Core\Time\LocalDateTime;

/** Which instance of a routine takes the place of an earlier one after its rhythm or its hours were edited. */
final readonly class Successor
{
    public function __construct(private Series $old, private Series $new)
    {
    }

    /**
     * On the same day, at the new hour. Where there are several a day, the same one where it is left, else the one that is
     * as manieth of its day.
     */
    public function of(LocalDateTime $instance): LocalDateTime
    {
        $day = $instance->date()->startOfDay();
        if (! $this->old->namesTimes() && ! $this->new->namesTimes()) {
            return $day->plusSeconds(
                $this->new->placement->start->seconds - $this->new->placement->start->date()->startOfDay()->seconds,
            );
        }
        if ($this->new->recurrenceSet()->includes($instance)) {
            return $instance;
        }
        $seconds = fn (Series $series): array => array_map(
            fn (LocalDateTime $one): int => $one->seconds,
            $series->recurrenceSet()->between($day, $day->plusSeconds(86400)),
        );
        [$before, $after] = [$seconds($this->old), $seconds($this->new)];
        $place = array_search($instance->seconds, $before, true);

        return $place === false || count($before) !== count($after) ? $instance : LocalDateTime::fromSeconds($after[$place]);
    }
}
