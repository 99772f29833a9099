<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Contracts\Auth\Authenticatable;

/**
 * Announced while a change is still being written, after what was asked for: what follows from it joins its step, and is taken back
 * with it.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class Settling
{
    /** @param  list<Row>  $rows  that were touched since it was announced last */
    public function __construct(public Authenticatable $user, public array $rows)
    {
    }
}
