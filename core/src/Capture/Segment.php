<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** A stretch of the line and what it was taken for. */
final readonly class Segment
{
    /** @param  'title'|'rhythm'|'date'|'time'|'length'|'calendar'|'due'|'turn'|'reminder'|'importance'|'end'|'kind'  $role */
    public function __construct(public string $text, public string $role)
    {
    }
}
