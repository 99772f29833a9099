<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Fields\Colour;
use PlumRota\Core\Fields\Tables\PlanFields;

final class FilingRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        $of = new RulesOf(Account::of($this));
        $fields = PlanFields::filingRules();

        return [
            ...$of->field($fields['words'], ['required']),
            'calendar_id' => [
                'nullable',
                'required_without:colour',
                'string',
                Changeable::by(Account::of($this))->namesCalendar(),
            ],
            ...$of->field($fields['colour']),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'words.required' => 'Which words in a title should file it?',
            'calendar_id.required_without' => 'Choose a calendar, a colour, or both.',
            'calendar_id.exists' => 'There is no such calendar.',
            'colour.in' => Colour::UNKNOWN,
        ];
    }

    /** @return array{words: string, calendar_id: string|null, colour: string|null} */
    public function values(): array
    {
        return [
            'words' => $this->string('words')->trim()->value(),
            'calendar_id' => $this->filled('calendar_id') ? $this->string('calendar_id')->value() : null,
            'colour' => $this->filled('colour') ? $this->string('colour')->value() : null,
        ];
    }
}
