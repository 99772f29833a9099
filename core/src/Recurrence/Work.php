<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

/**
 * What looking for the instances of a rule may cost, whatever the shape of the rule; counted, so that it is the same on every
 * machine.
 */
final class Work
{
    /** Steps of about a microsecond. */
    private const MOST = 80_000;

    private int $left = self::MOST;

    /** @throws InvalidRule */
    public function spend(int $steps): void
    {
        $this->left -= $steps;
        if ($this->left < 0) {
            throw new InvalidRule(
                'This rhythm comes too seldom for how finely it counts: its dates cannot be worked out in time. Make it simpler.',
            );
        }
    }

    /** For another question. */
    public function begin(): void
    {
        $this->left = self::MOST;
    }
}
