<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

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
            'length' => ['required_with:start', 'integer', 'between:0,527040'],
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
                if ($validator->errors()->isNotEmpty() || ! $this->filled('start')) {
                    return;
                }
                try {
                    $start = $this->string('start')->value();
                    $this->place = $this->boolean('all_day')
                        ? Placement::allDay(PlannableDays::date(substr($start, 0, 10)), max(1, $this->integer('length')))
                        : Placement::timed(
                            PlannableDays::moment($start),
                            $this->integer('length'),
                            Account::of($this)->timeZone(),
                        );
                } catch (InvalidTime $e) {
                    $validator->errors()->add('start', $e->getMessage());
                }
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
