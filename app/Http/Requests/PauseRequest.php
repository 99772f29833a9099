<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Time\LocalDate;

/** Routines that are to rest, from a day to another. */
final class PauseRequest extends FormRequest
{
    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'entry_ids' => ['required', 'list', 'max:500'],
            'entry_ids.*' => ['string', 'max:26', 'distinct'],
            'from' => ['bail', 'required', new KnownDate('From which day on?')],
            'to' => ['bail', 'required', new KnownDate('Up to which day?')],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'entry_ids.required' => 'Choose the routines that are to rest.',
            'from.required' => 'From which day on?',
            'to.required' => 'Up to which day?',
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                if ($validator->errors()->isEmpty() && $this->to()->isBefore($this->from())) {
                    $validator->errors()->add('to', 'The last day lies before the first.');
                }
            },
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
