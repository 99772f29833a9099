<?php

declare(strict_types=1);

namespace App\Accounts;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\Zone;

final class KnownZone implements ValidationRule
{
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            Zone::of(is_string($value) ? $value : '');
        } catch (InvalidTime $e) {
            $fail($e->getMessage());
        }
    }
}
