<?php

declare(strict_types=1);

namespace App\Models;

use PlumRota\Core\Fields\Tables\Tables;

/** A model whose columns are fields: cast, begun and read as they say. */
trait HasFields
{
    /** @var list<string> columns that hold what cannot be, and were read as if they held nothing */
    public array $odd = [];

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
        [$columns, $odd] = Repaired::row($this->getTable(), (array) $attributes);
        $model = parent::newFromBuilder($columns, $connection);
        $model->odd = $odd;

        return $model;
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return FieldCasts::of(Tables::of($this->getTable()));
    }
}
