<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Fields\Colour;
use PlumRota\Core\Fields\Tables\PlanFields;

final class AreaRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        $given = $this->isMethod('POST') ? 'required' : 'sometimes';
        $of = new RulesOf(Account::of($this));
        $fields = PlanFields::areas();

        return [
            ...$of->field($fields['name'], [$given, 'filled']),
            ...$of->field($fields['colour'], [$given]),
            ...$of->field($fields['intended_minutes'], ['sometimes']),
            ...$of->field($fields['hidden'], ['sometimes']),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'colour.in' => Colour::UNKNOWN,
            'name.required' => 'Give it a name.',
            'name.filled' => 'Give it a name.',
            'intended_minutes.between' => 'A week has between 0 and 168 hours.',
        ];
    }
}
