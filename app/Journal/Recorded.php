<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Database\Eloquent\Model;

/** A model whose rows can be undone: every change of one is noted in the journal. */
trait Recorded
{
    public static function bootRecorded(): void
    {
        $journal = fn (): Journal => app(Journal::class);
        static::saving(fn (Model $model) => self::columns($model->getDirty()) === [] ? null : $journal()->requireOpen($model));
        static::deleting(fn (Model $model) => $journal()->requireOpen($model));
        static::created(fn (Model $model) => $journal()->note($model, null, self::columns($model->getAttributes())));
        static::updated(function (Model $model) use ($journal): void {
            $before = self::columns((array) $model->getRawOriginal());
            $after = self::columns($model->getAttributes());
            if (array_diff_key($before, ['updated_at' => true]) != array_diff_key($after, ['updated_at' => true])) {
                $journal()->note($model, $before, $after);
            }
        });
        static::deleted(fn (Model $model) => $journal()->note($model, self::columns((array) $model->getRawOriginal()), null));
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
        $columns = array_diff_key(
            $attributes,
            array_flip(['password', 'remember_token', 'email', 'revision', 'revision_line', 'planned_until', 'leaves_at']),
        );

        return $columns;
    }
}
