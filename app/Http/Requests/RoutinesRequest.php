<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Time\LocalDate;

/** What is changed of several routines: their calendar, what becomes of them when they are missed, or their last day. */
final class RoutinesRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'entry_ids' => ['required', 'list', 'max:500'],
            'entry_ids.*' => ['string', 'max:26', 'distinct'],
            'calendar_id' => ['sometimes', 'string', Changeable::by(Account::of($this))->namesCalendar()],
            'missed' => ['sometimes', Rule::enum(Missed::class)],
            'last' => ['bail', 'sometimes', 'required', new KnownDate('On which day do they come for the last time?')],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'entry_ids.required' => 'Choose the routines that are to change.',
            'calendar_id.exists' => 'There is no such calendar.',
        ];
    }

    /** @return non-empty-list<string> */
    public function ids(): array
    {
        $ids = array_values(array_filter((array) $this->input('entry_ids'), is_string(...)));
        assert($ids !== []);

        return $ids;
    }

    /** @return array{calendar_id?: string, missed?: string} */
    public function columns(): array
    {
        return array_filter(
            ['calendar_id' => $this->string('calendar_id')->value(), 'missed' => $this->string('missed')->value()],
            fn (string $value): bool => $value !== '',
        );
    }

    public function last(): ?LocalDate
    {
        return $this->has('last') ? LocalDate::parse($this->string('last')->value()) : null;
    }
}
