<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Fields\Tables\PlanFields;

/** What a day, or those that come every so many weeks from it on, are mainly for. */
final class ThemeRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        $of = new RulesOf(Account::of($this));
        $fields = PlanFields::themes();

        return [
            ...$of->field($fields['words'], ['required']),
            ...$of->field($fields['date'], ['bail', 'required', 'string']),
            ...$of->field($fields['weeks'], ['required']),
            ...$of->field($fields['half']),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...RulesOf::messages(PlanFields::themes()),
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
