<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** What a day, or those that come every so many weeks from it on, are mainly for. */
final class ThemeRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'words' => ['required', 'string', 'max:40'],
            'date' => ['bail', 'required', 'string', new KnownDate('On which day?')],
            'weeks' => ['required', 'integer', 'between:0,52'],
            'half' => ['nullable', 'in:morning,afternoon'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'words.required' => 'What is the day mainly for?',
            'words.max' => 'A theme has room for 40 characters.',
            'date.required' => 'On which day?',
        ];
    }

    /** @return array{words: string, date: string, weeks: int, half: string|null} */
    public function values(): array
    {
        return [
            'words' => $this->string('words')->trim()->value(),
            'date' => $this->string('date')->value(),
            'weeks' => $this->integer('weeks'),
            'half' => $this->filled('half') ? $this->string('half')->value() : null,
        ];
    }
}
