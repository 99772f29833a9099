<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Time\LocalDate;

/** Which entries a file is to have: those of a calendar, of an area, of a stretch of days, one, or all. */
final class CalendarFileRequest extends FormRequest
{
    /** Of a table of each time. */
    private const MOST_DAYS = 3660;

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['from.required_with' => 'From which day on?', 'to.required_with' => 'Until which day?'];
    }

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'what' => ['sometimes', 'in:entries,times'],
            'entry_id' => ['sometimes', 'string', 'max:40'],
            'calendar_id' => ['sometimes', 'string', 'max:40'],
            'area_id' => ['sometimes', 'string', 'max:40'],
            'from' => ['sometimes', 'required_with:to', new KnownDate('From which day on?')],
            'to' => ['sometimes', 'required_with:from', new KnownDate('Until which day?')],
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                $from = $this->string('from')->value();
                $to = $this->string('to')->value();
                if ($from !== '' && $to !== '' && $to < $from) {
                    $validator->errors()->add('to', 'The last day lies before the first.');
                }
                if ($this->input('what') === 'times' && $from === '') {
                    $validator->errors()->add('from', 'From which day on?');
                }
                if ($this->input('what') === 'times' && $from !== '' && $to !== '' && $validator->errors()->isEmpty()) {
                    $days = LocalDate::parse($to)->dayNumber() - LocalDate::parse($from)->dayNumber();
                    if ($days > self::MOST_DAYS) {
                        $validator->errors()->add('to', 'A table of each time has room for ten years.');
                    }
                }
            },
        ];
    }
}
