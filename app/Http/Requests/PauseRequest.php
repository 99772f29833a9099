<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Time\LocalDate;

/** Routines that are to rest, from a day to another. */
final class PauseRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'entry_ids' => ['required', 'list', 'max:500'],
            'entry_ids.*' => ['string', 'max:26', 'distinct'],
            'from' => ['required', 'date_format:Y-m-d', 'after:1970-01-01'],
            'to' => ['required', 'date_format:Y-m-d', 'after_or_equal:from', 'before:2200-01-01'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'entry_ids.required' => 'Choose the routines that are to rest.',
            'from.required' => 'From which day on?',
            'to.required' => 'Up to which day?',
            'to.after_or_equal' => 'The last day lies before the first.',
        ];
    }

    /** @return non-empty-list<string> */
    public function ids(): array
    {
        $ids = array_values(array_filter((array) $this->input('entry_ids'), is_string(...)));
        assert($ids !== []);

        return $ids;
    }

    public function from(): LocalDate
    {
        return LocalDate::parse($this->string('from')->value());
    }

    public function to(): LocalDate
    {
        return LocalDate::parse($this->string('to')->value());
    }
}
