<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/**
 * A stretch of the line and what it was taken for.
 *
 * @phpstan-type Role 'title'|'rhythm'|'date'|'time'|'length'|'calendar'|'due'|'turn'|'reminder'|'importance'|'end'|'kind'|'effort'|'label'|'place'|'steps'
 */
final readonly class Segment
{
    /** @param  Role  $role */
    public function __construct(public string $text, public string $role)
    {
    }
}
