<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** That something is done, and how much of it where that is noted. */
final class TickRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['amount' => ['sometimes', 'nullable', 'numeric', RulesOf::limit('overrides', 'measured')]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['amount.*' => 'An amount is a number, at most a million.'];
    }

    public function amount(): ?float
    {
        return $this->filled('amount') ? $this->float('amount') : null;
    }
}
