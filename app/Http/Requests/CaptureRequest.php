<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Capture\CaptureReader;
use PlumRota\Core\Time\LocalDate;

final class CaptureRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'line' => ['required', 'string', 'max:'.CaptureReader::LONGEST_LINE],
            'kind' => ['sometimes', 'nullable', 'in:task,event'],
            'today' => ['sometimes', 'nullable', new KnownDate('On which day was it read?')],
            'over_protected' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'line.required' => 'Write what it is.',
            'line.max' => 'A line has room for '.CaptureReader::LONGEST_LINE.' characters. Put the rest into the notes.',
        ];
    }

    /** The day on which its reading was shown. */
    public function readOn(): ?LocalDate
    {
        return $this->filled('today') ? LocalDate::parse($this->string('today')->value()) : null;
    }
}
