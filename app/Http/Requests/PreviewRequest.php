<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A rhythm while its sentence is being changed: the place of the entry, without the rest of it. */
final class PreviewRequest extends EntryRequest
{
    public function rules(): array
    {
        return [
            ...EntryRules::when(Account::of($this)),
            'start' => ['required', 'string', 'max:30'],
            'due' => ['nullable', 'string', 'max:30'],
            'entry_id' => ['sometimes', 'nullable', 'string', 'max:30'],
            'recurrence_id' => ['sometimes', 'nullable', 'string', 'max:30'],
        ];
    }
}
