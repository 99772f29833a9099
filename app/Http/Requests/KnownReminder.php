<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Time\InvalidTime;

final class KnownReminder implements ValidationRule
{
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            Reminder::parse(is_string($value) ? $value : '');
        } catch (InvalidTime $e) {
            $fail($e->getMessage());
        }
    }
}
