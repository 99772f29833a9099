<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** Which entries a file is to have: those of a calendar, of an area, of a stretch of days, one, or all. */
final class CalendarFileRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'entry_id' => ['sometimes', 'string', 'max:40'],
            'calendar_id' => ['sometimes', 'string', 'max:40'],
            'area_id' => ['sometimes', 'string', 'max:40'],
            'from' => ['sometimes', 'required_with:to', new KnownDate('From which day on?')],
            'to' => ['sometimes', 'required_with:from', new KnownDate('Until which day?')],
        ];
    }
}
