<?php

declare(strict_types=1);

namespace App\Follows;

use App\Journal\Changed;

/**
 * What follows from a change of what is recorded, in its transaction, whoever made it and by whatever door: words to search,
 * revisions of objects, weeks of the tally. What comes in bulk makes it anew.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class Follows
{
    public function __construct(private SearchWords $words, private ObjectRevisions $objects, private TalliedWeeks $weeks)
    {
    }

    /** @param  list<Row>  $rows  before and after */
    public function follow(int $userId, array $rows): void
    {
        $this->words->follow($rows);
        $this->objects->follow($userId, $rows);
        $this->weeks->follow($userId, $rows);
    }

    /** @param  list<int>  $userIds  accounts with their first rows */
    public function begin(array $userIds): void
    {
        foreach ($userIds as $id) {
            $this->rebuild($id);
        }
    }

    /** All that follows from the rows of an account, as they are now: after rows came in place of those that there were. */
    public function rebuild(int $userId): void
    {
        $this->words->rebuild($userId);
        $this->objects->rebuild($userId);
        $this->weeks->forgetAll($userId);
    }

    /** The words that are searched, where they are kept in another way than they were. */
    public function rebuildWords(int $userId): void
    {
        $this->words->rebuild($userId);
    }

    /** Before an account goes. */
    public function forget(int $userId): void
    {
        $this->words->forgetAll($userId);
    }
}
