<?php

declare(strict_types=1);

namespace App\Database;

use PDOException;

/** A change that came while a backup takes the place of the database: as when somebody else has its lock, it may be sent again. */
final class DatabaseHeld extends PDOException
{
    /** SQLITE_BUSY (https://www.sqlite.org/rescode.html). */
    private const BUSY = 5;

    public function __construct()
    {
        parent::__construct('database is locked: a backup takes its place');
        $this->errorInfo = ['HY000', self::BUSY, $this->getMessage()];
    }
}
