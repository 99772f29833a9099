<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Time\LocalDate;

final class PutOffRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['day' => ['required', 'date_format:Y-m-d']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['day.required' => 'To which day?', 'day.date_format' => 'To which day?'];
    }

    public function day(): LocalDate
    {
        return LocalDate::parse($this->string('day')->value());
    }
}
