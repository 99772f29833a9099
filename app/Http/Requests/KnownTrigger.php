<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use PlumRota\Core\Reminding\Trigger;
use PlumRota\Core\Time\InvalidTime;

final class KnownTrigger implements ValidationRule
{
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            Trigger::parse(is_string($value) ? $value : '');
        } catch (InvalidTime $e) {
            $fail($e->getMessage());
        }
    }
}
