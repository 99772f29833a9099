<?php

declare(strict_types=1);

namespace App\Writing;

use RuntimeException;

/** Something was written in another window since it was read: nothing is overwritten unseen. */
final class WrittenMeanwhile extends RuntimeException
{
    /** @param  list<array{question: string, answer: string}>  $lines  as they are now, where it is lines */
    public function __construct(public readonly array $lines = [])
    {
        parent::__construct('This was changed in another window meanwhile. Nothing was overwritten.');
    }
}
