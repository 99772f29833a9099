<?php

declare(strict_types=1);

namespace App\Database;

use Illuminate\Database\Connectors\SQLiteConnector;
use PDO;
use SensitiveParameter;

/** Opens the database through ImmediatePdo. */
final class ImmediateConnector extends SQLiteConnector
{
    /**
     * @param  string  $dsn
     * @param  string|null  $username  of no use with SQLite
     * @param  string|null  $password  of no use with SQLite
     * @param  array<int, mixed>  $options
     */
    protected function createPdoConnection($dsn, $username, #[SensitiveParameter] $password, $options): PDO
    {
        return new ImmediatePdo($dsn, null, null, $options);
    }
}
