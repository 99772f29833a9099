<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use PlumRota\Core\Schedule\Scope;

final class RemoveRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['scope' => ['required', Rule::enum(Scope::class)], 'recurrence_id' => ['nullable', 'string', 'max:30']];
    }

    public function scope(): Scope
    {
        return Scope::from($this->string('scope')->value());
    }

    public function recurrenceId(): ?string
    {
        return $this->filled('recurrence_id') ? $this->string('recurrence_id')->value() : null;
    }
}
