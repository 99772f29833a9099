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
        $known = app(Holidays::class)->countries();
        if (! is_string($value) || array_diff(explode(',', $value), array_keys($known)) !== []) {
            $fail('The holidays of this country are not known.');
        }
    }
}
