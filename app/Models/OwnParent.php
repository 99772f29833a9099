<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Collection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;

/**
 * What a row names, where it is of the same account; nothing where it is of another.
 *
 * @template TRelated of Model
 * @template TDeclaring of Model
 *
 * @extends BelongsTo<TRelated, TDeclaring>
 */
final class OwnParent extends BelongsTo
{
    public function getResults()
    {
        $found = parent::getResults();

        return $found instanceof Model && self::isOfOther($this->child, $found) ? null : $found;
    }

    public function match(array $models, Collection $results, $relation)
    {
        $matched = parent::match($models, $results, $relation);
        foreach ($matched as $model) {
            $found = $model->relationLoaded($relation) ? $model->getRelation($relation) : null;
            if ($found instanceof Model && self::isOfOther($model, $found)) {
                $model->setRelation($relation, null);
            }
        }

        return $matched;
    }

    private static function isOfOther(Model $one, Model $other): bool
    {
        $owners = array_map(fn (Model $each): mixed => $each->getAttributes()['user_id'] ?? null, [$one, $other]);

        return $owners[0] !== null && $owners[1] !== null && $owners[0] !== $owners[1];
    }
}
