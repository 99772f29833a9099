<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use Closure;
use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Fields\Colour;
use PlumRota\Core\Fields\Tables\PlanFields;

/** An address that is to be followed, and the calendar that is to have it. */
final class FollowRequest extends FormRequest
{
    private const MOST = 20;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        $of = new RulesOf(Account::of($this));
        $fields = PlanFields::calendars();

        return [
            'address' => [
                'bail',
                'required',
                'string',
                'max:2000',
                function (string $field, mixed $value, Closure $fail): void {
                    if (Changeable::by(Account::of($this))->calendars()->whereNotNull('follows')->count() >= self::MOST) {
                        $fail('An account follows up to '.self::MOST.' calendars. End one first.');
                    }
                },
            ],
            ...$of->field($fields['area_id'], ['required']),
            ...$of->field($fields['name'], ['required']),
            ...$of->field($fields['colour'], ['sometimes']),
            ...$of->field($fields['counted'], ['sometimes']),
            ...$of->field($fields['hidden_words'], ['sometimes']),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'address.required' => 'Which address? It begins with https:// and often ends in .ics.',
            'name.required' => 'Give it a name.',
            'area_id.required' => 'Choose the life area it belongs to.',
            'area_id.exists' => 'There is no such life area.',
            'colour.in' => Colour::UNKNOWN,
        ];
    }

    /** @return array{area_id: string, name: string, colour: string|null, counted: bool, hidden_words: list<string>} */
    public function values(): array
    {
        $colour = $this->input('colour');

        return [
            'area_id' => $this->string('area_id')->value(),
            'name' => $this->string('name')->trim()->value(),
            'colour' => is_string($colour) ? $colour : null,
            'counted' => $this->boolean('counted', true),
            'hidden_words' => array_values(array_filter((array) $this->input('hidden_words', []), is_string(...))),
        ];
    }
}
