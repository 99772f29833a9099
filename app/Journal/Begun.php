<?php

declare(strict_types=1);

namespace App\Journal;

/**
 * Announced inside the transaction of the first rows of an account, after them.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class Begun
{
    /** @param  list<Row>  $rows */
    public function __construct(private array $rows)
    {
    }

    /** @return list<int> the accounts of which there are rows */
    public function userIds(): array
    {
        $ids = [];
        foreach ($this->rows as $row) {
            $id = $row['table'] === 'users' ? $row['id'] : $row['after']['user_id'] ?? null;
            if (is_numeric($id)) {
                $ids[(int) $id] = (int) $id;
            }
        }

        return array_values($ids);
    }
}
