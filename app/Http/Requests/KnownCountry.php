<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Queries\Planning\Holidays;
use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

final class KnownCountry implements ValidationRule
{
    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        if (! is_string($value) || ! isset(app(Holidays::class)->countries()[$value])) {
            $fail('The holidays of this country are not known.');
        }
    }
}
