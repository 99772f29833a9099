<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\IsoWeek;
use PlumRota\Core\Time\LocalDate;

/** A week, or the number of the next one that has it. */
final readonly class KnownWeek implements ValidationRule
{
    public function __construct(private LocalDate $today)
    {
    }

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        try {
            IsoWeek::read(is_string($value) ? $value : '', $this->today);
        } catch (InvalidTime $e) {
            $fail($e->getMessage());
        }
    }
}
