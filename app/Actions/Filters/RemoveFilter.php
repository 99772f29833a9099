<?php

declare(strict_types=1);

namespace App\Actions\Filters;

use App\Journal\WritePath;
use App\Models\Filter;
use App\Models\User;

final readonly class RemoveFilter
{
    public function __construct(private WritePath $writes)
    {
    }

    public function remove(User $user, Filter $filter): void
    {
        $this->writes->run($user, "Forgot the filter “{$filter->name}”", fn () => $filter->delete());
    }
}
