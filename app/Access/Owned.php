<?php

declare(strict_types=1);

namespace App\Access;

use App\Models\Entry;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Query\Builder as Rows;
use Illuminate\Support\Facades\DB;

/**
 * All rows that are an account's own, table by table: for what writes the account down as a whole, puts it back or removes it.
 */
final readonly class Owned
{
    private function __construct(private int $who, private ?string $connection)
    {
    }

    /** @param  string|null  $connection  of the database; null for the usual one */
    public static function by(int $userId, ?string $connection = null): self
    {
        return new self($userId, $connection);
    }

    public function rows(string $table): Rows
    {
        return DB::connection($this->connection)->table($table)->where('user_id', $this->who);
    }

    /**
     * @param  list<string>  $ids
     * @return list<string> those of them under which another account has a row
     */
    public function othersAmong(string $table, array $ids): array
    {
        $rows = DB::connection($this->connection)->table($table)->where('user_id', '!=', $this->who)->whereIn('id', $ids);

        return array_values(array_filter($rows->pluck('id')->all(), is_string(...)));
    }

    /** @return Builder<Entry> */
    public function entries(): Builder
    {
        return Entry::on($this->connection)->where('user_id', $this->who);
    }
}
