<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use Closure;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

final class CalendarRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        $given = $this->isMethod('POST') ? 'required' : 'sometimes';

        return [
            'name' => [$given, 'filled', 'string', 'max:60'],
            'area_id' => [$given, 'string', Changeable::by(Account::of($this))->namesArea()],
            'colour' => ['sometimes', 'nullable', Rule::in(Colours::ALL)],
            'hidden' => ['sometimes', 'boolean'],
            'busy' => ['sometimes', 'boolean'],
            'margin_before' => ['sometimes', 'integer', 'between:0,240'],
            'margin_after' => ['sometimes', 'integer', 'between:0,240'],
            'missed' => ['sometimes', 'in:hold,roll,lapse'],
            'reminders' => ['sometimes', 'array', 'max:10'],
            'reminders.*' => ['string', new KnownReminder()],
            'reminders_all_day' => ['sometimes', 'array', 'max:10'],
            'reminders_all_day.*' => ['string', new KnownReminder()],
            'counted' => ['sometimes', 'boolean'],
            ...FollowRequest::words(),
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
            'colour.in' => Colours::UNKNOWN,
            'margin_before.between' => 'A margin lasts up to 4 hours.',
            'margin_after.between' => 'A margin lasts up to 4 hours.',
            'name.required' => 'Give it a name.',
            'name.filled' => 'Give it a name.',
            'area_id.exists' => 'There is no such life area.',
        ];
    }
}
