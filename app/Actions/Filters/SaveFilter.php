<?php

declare(strict_types=1);

namespace App\Actions\Filters;

use App\Journal\WritePath;
use App\Models\Filter;
use App\Models\User;

/** Keeps a choice of what to see under a name; the same name again replaces it. */
final readonly class SaveFilter
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array<string, mixed>  $choice */
    public function save(User $user, string $name, array $choice): Filter
    {
        return $this->writes->run($user, "Kept the filter “{$name}”", function () use ($user, $name, $choice): Filter {
            $filter = $user->filters()->firstOrNew(['name' => $name]);
            $filter->fill(['choice' => $choice])->save();

            return $filter;
        });
    }
}
