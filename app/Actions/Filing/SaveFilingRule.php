<?php

declare(strict_types=1);

namespace App\Actions\Filing;

use App\Journal\WritePath;
use App\Models\FilingRule;
use App\Models\User;

final readonly class SaveFilingRule
{
    public function __construct(private WritePath $writes)
    {
    }

    /** @param  array{words: string, calendar_id: string|null, colour: string|null}  $values */
    public function save(User $user, ?FilingRule $rule, array $values): FilingRule
    {
        return $this->writes->run($user, "Filing by “{$values['words']}”", function () use ($user, $rule, $values): FilingRule {
            $rule ??= $user->filingRules()->make(['position' => $user->filingRules()->count()]);
            $rule->fill($values)->save();

            return $rule;
        });
    }
}
