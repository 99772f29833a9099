<?php

declare(strict_types=1);

namespace App\Actions\Filing;

use App\Journal\WritePath;
use App\Models\FilingRule;
use App\Models\User;

final readonly class RemoveFilingRule
{
    public function __construct(private WritePath $writes)
    {
    }

    public function remove(User $user, FilingRule $rule): void
    {
        $this->writes->run($user, "No more filing by “{$rule->words}”", fn () => $rule->delete());
    }
}
