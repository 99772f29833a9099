<?php

declare(strict_types=1);

namespace App\Models;

use PlumRota\Core\Fields\Tables\Tables;

/** A model whose columns are fields: cast, begun and read as they say. */
trait HasFields
{
    /** @param  array<string, mixed>  $attributes */
    public function __construct(array $attributes = [])
    {
        $this->attributes = FieldCasts::defaults(Tables::of($this->getTable()));
        parent::__construct($attributes);
    }

    /**
     * @param  array<string, mixed>|object  $attributes
     * @param  string|null  $connection
     */
    public function newFromBuilder($attributes = [], $connection = null)
    {
        /** @var array<string, mixed> $columns */
        [$columns] = Repaired::row($this->getTable(), (array) $attributes);

        return parent::newFromBuilder($columns, $connection);
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return FieldCasts::of(Tables::of($this->getTable()));
    }
}
