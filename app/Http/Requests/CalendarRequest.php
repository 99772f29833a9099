<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use Closure;
use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Fields\Tables\PlanFields;

final class CalendarRequest extends FormRequest
{
    private const MAY_BE_SAID = [
        'colour',
        'hidden',
        'busy',
        'margin_before',
        'margin_after',
        'missed',
        'reminders',
        'reminders_all_day',
        'counted',
        'hidden_words',
    ];

    /** @return array<string, mixed> */
    public function rules(): array
    {
        $given = $this->isMethod('POST') ? 'required' : 'sometimes';
        $of = new RulesOf(Account::of($this));
        $fields = PlanFields::calendars();

        return [
            ...$of->field($fields['name'], [$given, 'filled']),
            ...$of->field($fields['area_id'], [$given]),
            ...array_merge(
                ...array_map(fn (string $name): array => $of->field($fields[$name], ['sometimes']), self::MAY_BE_SAID),
            ),
            'default' => [
                'sometimes',
                'boolean',
                function (string $field, mixed $value, Closure $fail): void {
                    $id = $this->route('calendar');
                    if (is_string($id) && ! Changeable::by(Account::of($this))->openCalendars()->whereKey($id)->exists()) {
                        $fail('New entries cannot go into a calendar that is followed.');
                    }
                },
            ],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...RulesOf::messages(PlanFields::calendars()),
            'name.required' => 'Give it a name.',
            'name.filled' => 'Give it a name.',
        ];
    }
}
