<?php

declare(strict_types=1);

namespace PlumRota\Core\Time;

/**
 * By how much the clock of a machine is corrected every day: a moment further ahead than that was noted by one that was wrong.
 */
final class ClockDrift
{
    public const SECONDS = 120;
}
