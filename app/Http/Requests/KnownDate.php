<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;

/** A date that can be planned. */
final readonly class KnownDate implements ValidationRule
{
    /** @param  string  $sentence  said when it is no date at all */
    public function __construct(private string $sentence)
    {
    }

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            $date = LocalDate::parse(is_string($value) ? $value : '');
        } catch (InvalidTime) {
            $fail($this->sentence);

            return;
        }
        try {
            PlannableDays::require($date);
        } catch (InvalidTime $e) {
            $fail($e->getMessage());
        }
    }
}
