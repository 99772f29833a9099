<?php

declare(strict_types=1);

namespace App\Database;

use LogicException;

/** What was asked for is only read, and yet a statement would have changed something: a fault of ours, which changes nothing. */
final class WroteWhileReading extends LogicException
{
    public function __construct(string $sql)
    {
        parent::__construct('A request that only reads would have written: '.mb_strimwidth($sql, 0, 200, '…'));
    }
}
