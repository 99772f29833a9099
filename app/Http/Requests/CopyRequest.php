<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Schedule\Placement;

/** A copy of an entry, or of one occurrence: where it should stand and in which calendar, if not where and in which it is. */
final class CopyRequest extends FormRequest
{
    private ?Placement $place = null;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'over_protected' => ['sometimes', 'boolean'],
            'recurrence_id' => ['sometimes', 'nullable', 'string', 'max:30'],
            'calendar_id' => ['sometimes', 'nullable', 'string', Changeable::by(Account::of($this))->namesCalendar()],
            'start' => ['sometimes', 'nullable', 'string', 'max:30'],
            'all_day' => ['required_with:start', 'boolean'],
            'length' => ['required_with:start', 'integer', DroppedPlace::LENGTHS],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['calendar_id.exists' => 'There is no such calendar.'];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                $this->place = DroppedPlace::of($this, $validator, leastDays: 1);
            },
        ];
    }

    public function place(): ?Placement
    {
        return $this->place;
    }

    public function calendarId(): ?string
    {
        return $this->filled('calendar_id') ? $this->string('calendar_id')->value() : null;
    }

    public function recurrenceId(): ?string
    {
        return $this->filled('recurrence_id') ? $this->string('recurrence_id')->value() : null;
    }
}
