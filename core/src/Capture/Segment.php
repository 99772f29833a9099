<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/**
 * A stretch of the line and what it was taken for.
 *
 * @phpstan-type Moment 'rhythm'|'date'|'time'|'length'|'end'|'due'|'turn'|'reminder'
 * @phpstan-type Role 'title'|Moment|'calendar'|'importance'|'effort'|'label'|'kind'|'place'|'steps'|'lead-up'
 */
final readonly class Segment
{
    /** @param  Role  $role */
    public function __construct(public string $text, public string $role)
    {
    }
}
