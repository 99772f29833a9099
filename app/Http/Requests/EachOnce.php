<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

/** A list of words in which none stands twice, however it is written. */
final readonly class EachOnce implements ValidationRule
{
    public function __construct(private string $sentence)
    {
    }

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        $words = array_map(
            fn (mixed $word): string => is_string($word) ? mb_strtolower(trim($word)) : '',
            is_array($value) ? $value : [],
        );
        $words = array_filter($words, fn (string $word): bool => $word !== '');
        if (count($words) !== count(array_unique($words))) {
            $fail($this->sentence);
        }
    }
}
