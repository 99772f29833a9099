<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Contracts\Auth\Authenticatable;

/**
 * Announced inside the transaction of a change, after it, with the rows that it touched.
 *
 * @phpstan-type Row array{table: string, id: int|string, before: ?array<string, mixed>, after: ?array<string, mixed>}
 */
final readonly class Changed
{
    /** @param  non-empty-list<Row>  $rows */
    public function __construct(public Authenticatable $user, public array $rows)
    {
    }
}
