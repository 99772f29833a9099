<?php

declare(strict_types=1);

namespace App\Upgrade;

use PDO;

/**
 * How a database is laid out: its tables with their columns, its indexes and its triggers, as SQLite tells them
 * (https://www.sqlite.org/schematab.html).
 */
final readonly class Structure
{
    /**
     * @param  array<string, list<string>>  $tables  columns by table
     * @param  array<string, string>  $rest  what indexes and triggers are made with, by their names
     */
    private function __construct(public array $tables, private array $rest)
    {
    }

    public static function of(PDO $database): self
    {
        $tables = $rest = [];
        $objects = $database->query(
            "select type, name, sql from sqlite_master where name not like 'sqlite\\_%' escape '\\' order by name",
        );
        foreach ($objects === false ? [] : $objects->fetchAll(PDO::FETCH_ASSOC) as $object) {
            assert(is_array($object) && is_string($object['name']) && is_string($object['sql']));
            // The tables of a full-text index belong to it (https://www.sqlite.org/fts5.html#fts5_data_structures).
            $isOfIndex = preg_match('/^searched(?:_endings)?_(?:data|idx|content|docsize|config)$/D', $object['name']) === 1;
            if ($object['type'] === 'table' && ! $isOfIndex) {
                $tables[$object['name']] = self::columns($database, $object['name']);
            } elseif ($object['type'] !== 'table') {
                $rest[$object['name']] = (string) preg_replace('/\s+/', ' ', $object['sql']);
            }
        }

        return new self($tables, $rest);
    }

    public function isEmpty(): bool
    {
        return array_diff(array_keys($this->tables), ['migrations']) === [];
    }

    public function has(string $table): bool
    {
        return isset($this->tables[$table]);
    }

    /** Whether everything of another is in this one. */
    public function includes(self $other): bool
    {
        foreach ($other->tables as $table => $columns) {
            if (array_diff($columns, $this->tables[$table] ?? []) !== []) {
                return false;
            }
        }

        return array_diff_assoc($other->rest, $this->rest) === [];
    }

    /** @return list<string> */
    private static function columns(PDO $database, string $table): array
    {
        $found = $database->query('pragma table_info("'.$table.'")');
        $names = [];
        foreach ($found === false ? [] : $found->fetchAll(PDO::FETCH_ASSOC) as $column) {
            assert(is_array($column) && is_string($column['name']));
            $names[] = $column['name'];
        }

        return $names;
    }
}
