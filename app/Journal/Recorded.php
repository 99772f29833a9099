<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use PlumRota\Core\Fields\SoundColumns;

/**
 * A model whose rows can be undone: every change of one is noted in the journal, where it is written, so that no way of saving a
 * model passes by it.
 */
trait Recorded
{
    /**
     * @param  Builder<static>  $query
     * @return bool
     */
    protected function performInsert(Builder $query)
    {
        $journal = app(Journal::class);
        $journal->requireOpen($this->getTable());
        SoundColumns::require($this->getTable(), $this->plainly($this->getAttributes()));
        $isDone = $journal->writing($this->getTable(), fn (): bool => parent::performInsert($query));
        if ($isDone) {
            $journal->note($this->getTable(), $this->noted(), null, self::columns($this->getAttributes()));
        }

        return $isDone;
    }

    /**
     * @param  Builder<static>  $query
     * @return bool
     */
    protected function performUpdate(Builder $query)
    {
        $journal = app(Journal::class);
        $before = self::columns((array) $this->getRawOriginal());
        if (self::columns($this->getDirty()) !== []) {
            $journal->requireOpen($this->getTable());
            SoundColumns::require($this->getTable(), $this->plainly($this->getDirty()));
        }
        $isDone = $journal->writing($this->getTable(), fn (): bool => parent::performUpdate($query));
        $after = self::columns($this->getAttributes());
        if ($isDone && array_diff_key($before, ['updated_at' => true]) != array_diff_key($after, ['updated_at' => true])) {
            $journal->note($this->getTable(), $this->noted(), $before, $after);
        }

        return $isDone;
    }

    protected function performDeleteOnModel()
    {
        $journal = app(Journal::class);
        $journal->requireOpen($this->getTable());
        $journal->writing($this->getTable(), function (): void {
            parent::performDeleteOnModel();
        });
        $journal->note($this->getTable(), $this->noted(), self::columns((array) $this->getRawOriginal()), null);
    }

    /**
     * @param  array<mixed>  $columns
     * @return array<mixed> those that are kept enciphered as they are meant
     */
    private function plainly(array $columns): array
    {
        foreach (array_keys($columns) as $name) {
            if (($this->getCasts()[$name] ?? null) === 'encrypted') {
                $columns[$name] = $this->getAttribute((string) $name);
            }
        }

        return $columns;
    }

    private function noted(): int|string
    {
        $id = $this->getKey();
        assert(is_int($id) || is_string($id));

        return $id;
    }

    /**
     * What a row keeps for itself stays out of the record: no undo brings back a password or an address.
     *
     * @param  array<mixed>  $attributes
     * @return array<string, mixed>
     */
    private static function columns(array $attributes): array
    {
        /** @var array<string, mixed> $columns */
        $columns = array_diff_key($attributes, array_flip(array_diff(Journal::UNRECORDED, ['updated_at'])));

        return $columns;
    }
}
