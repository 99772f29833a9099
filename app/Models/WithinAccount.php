<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;

/**
 * A model of what is an account's own: its relations never lead to a row of another account, whatever a column of it names. A row
 * that no account owns (as the account itself) may be led to.
 */
trait WithinAccount
{
    /**
     * @template TRelated of Model
     * @template TChild of Model
     *
     * @param  Builder<TRelated>  $query
     * @param  TChild  $child
     * @param  string  $foreignKey
     * @param  string  $ownerKey
     * @param  string  $relation
     * @return BelongsTo<TRelated, TChild>
     */
    protected function newBelongsTo(Builder $query, Model $child, $foreignKey, $ownerKey, $relation): BelongsTo
    {
        return new OwnParent($query, $child, $foreignKey, $ownerKey, $relation);
    }

    /**
     * @template TRelated of Model
     * @template TParent of Model
     *
     * @param  Builder<TRelated>  $query
     * @param  TParent  $parent
     * @param  string  $foreignKey
     * @param  string  $localKey
     * @return HasMany<TRelated, TParent>
     */
    protected function newHasMany(Builder $query, Model $parent, $foreignKey, $localKey): HasMany
    {
        $many = new HasMany($query, $parent, $foreignKey, $localKey);
        if ($parent->exists && array_key_exists('user_id', $parent->getAttributes())) {
            $many->where($query->getModel()->getTable().'.user_id', $parent->getAttribute('user_id'));
        }

        return $many;
    }
}
