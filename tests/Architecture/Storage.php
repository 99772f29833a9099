<?php

declare(strict_types=1);

namespace Tests\Architecture;

use ReflectionMethod;

/**
 * Who may speak to the database and how. SQL stands in the rooms that keep and read rows; the others ask models, and may open a
 * transaction. What belongs to an account and may be shared (areas, calendars, entries, single occurrences) is found through
 * `Access` alone, whatever way there is to a model.
 */
final class Storage
{
    /** Rooms whose work is the database. */
    private const OF_SQL = [
        'Access',
        'Archive',
        'Backup',
        'Database',
        'Follows',
        'Health',
        'Journal',
        'Models',
        'Providers', // which puts the connection together
        'Reading',
        'Retention',
        'Standins',
        'Upgrade',
    ];

    /** What the others may do with the facade, by room. */
    private const OF_TRANSACTIONS = [
        'Accounts' => ['transaction'],
        'Actions' => ['transaction'],
        'Console' => ['purge'], // a worker that goes on after a trouble of the storage
        'Dav' => ['transaction'],
        'Http' => ['transaction', 'beginTransaction', 'commit', 'rollBack'],
    ];

    private const FACADE = 'Illuminate\Support\Facades\DB';

    /** Methods by which SQL or a connection comes in. */
    private const METHODS =
        '/Raw$|^(raw|statement|unprepared|affectingStatement|selectOne|scalar|fromQuery|connection|getPdo|getRawPdo|getReadPdo|'.
        'getConnection|getConnectionResolver|getGrammar|getSchemaBuilder)$/D';

    private const CLASSES =
        '/^(PDO|PDOStatement|SQLite3|SQLite3Stmt|mysqli)$|^Illuminate\\\\Support\\\\Facades\\\\Schema$|'.
        '^Illuminate\\\\Database\\\\(Connect|Capsule|DatabaseManager|Schema|SQLite|Migrations|Query\\\\(Expression|Grammars|Processors))/';

    private const SQL =
        '/^\s*(select\s.+\sfrom\s|select\s+\S+\(|insert\s+(or\s+\w+\s+)?into\s|replace\s+into\s|update\s+\S+\s+set\s|'.
        'delete\s+from\s|create\s+(temp|temporary|table|unique|index|trigger|view|virtual)\s|drop\s+(table|index|trigger|view)\s|'.
        'alter\s+table\s|pragma\s|vacuum\b|attach\s+database\s|with\s+(recursive\s+)?\w+(\s*\([^)]*\))?\s+as\s*\()/is';

    /** Where models of what may be shared are found and made. */
    private const OF_SHARED = ['Access', 'Reading', 'Models', 'Journal', 'Standins'];

    private const SHARED = ['App\Models\Entry', 'App\Models\Calendar', 'App\Models\Area', 'App\Models\OccurrenceOverride'];

    /** @return list<string> what a file of a room of the application does that it may not */
    public static function ofFile(string $room, string $code): array
    {
        $file = new SourceFile($code);

        return array_values(
            array_unique([
                ...in_array($room, self::OF_SQL, true) ? [] : self::speaking($room, $file),
                ...in_array($room, self::OF_SHARED, true) ? [] : self::unasked($file),
            ]),
        );
    }

    /** @return list<string> */
    private static function speaking(string $room, SourceFile $file): array
    {
        $mayNot = fn (string $name): bool => preg_match(self::CLASSES, $name) === 1 ||
            ($name === self::FACADE && ! isset(self::OF_TRANSACTIONS[$room]));
        $isSql = fn (string $text): bool => preg_match(self::SQL, $text) === 1 || in_array($text, ['db', 'db.connection'], true);
        $found = array_filter($file->classes(), $mayNot);
        foreach ($file->staticCalls() as [$class, $call]) {
            if ($class === self::FACADE && ! in_array($call, self::OF_TRANSACTIONS[$room] ?? [], true)) {
                $found[] = "DB::{$call}";
            }
        }

        return [
            ...$found,
            ...array_filter($file->methods(), fn (string $name): bool => preg_match(self::METHODS, $name) === 1),
            ...array_filter($file->texts(), $isSql),
        ];
    }

    /** @return list<string> ways to what may be shared that pass by what may be seen and changed */
    private static function unasked(SourceFile $file): array
    {
        $found = [];
        foreach ($file->staticCalls() as [$class, $call]) {
            if (! in_array($class, self::SHARED, true)) {
                continue;
            }
            // What a model says by itself, as how a name is made, finds nothing.
            if (! method_exists($class, $call) || (new ReflectionMethod($class, $call))->getDeclaringClass()->getName() !== $class) {
                $found[] = substr((string) strrchr($class, '\\'), 1)."::{$call}";
            }
        }

        return $found;
    }
}
