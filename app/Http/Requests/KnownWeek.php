<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\IsoWeek;

final class KnownWeek implements ValidationRule
{
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            IsoWeek::parse(is_string($value) ? $value : '');
        } catch (InvalidTime $e) {
            $fail($e->getMessage());
        }
    }
}
