<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

final class AreaRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        $given = $this->isMethod('POST') ? 'required' : 'sometimes';

        return [
            'name' => [$given, 'filled', 'string', 'max:60'],
            'colour' => [$given, Rule::in(Colours::ALL)],
            'intended_minutes' => ['sometimes', 'nullable', 'integer', 'between:0,10080'],
            'hidden' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'colour.in' => Colours::UNKNOWN,
            'name.required' => 'Give it a name.',
            'name.filled' => 'Give it a name.',
            'intended_minutes.between' => 'A week has between 0 and 168 hours.',
        ];
    }
}
