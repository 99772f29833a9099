<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;

/** A week, the number of the next one that has it, or a month. */
final readonly class KnownWeek implements ValidationRule
{
    public function __construct(private LocalDate $today)
    {
    }

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            Around::read(is_string($value) ? $value : '', $this->today);
        } catch (InvalidTime $e) {
            $fail($e->getMessage());
        }
    }
}
