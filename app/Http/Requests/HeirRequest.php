<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use App\Models\Calendar;
use Illuminate\Foundation\Http\FormRequest;

/** The deletion of a calendar or an area: what is to become of the entries must be said. */
final class HeirRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'entries' => ['required', 'in:move,delete'],
            'move_to' => ['required_if:entries,move', 'nullable', 'string', Changeable::by(Account::of($this))->namesCalendar()],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'entries.required' => 'Say whether the entries move to another calendar or are deleted.',
            'move_to.required_if' => 'Choose the calendar that takes the entries.',
            'move_to.exists' => 'There is no such calendar.',
        ];
    }

    public function heir(): ?Calendar
    {
        return $this->input('entries') === 'move'
            ? Changeable::by(Account::of($this))->calendar($this->string('move_to')->value())
            : null;
    }
}
