<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;

final class PutOffRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['day' => ['required', new KnownDate('To which day?')]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['day.required' => 'To which day?'];
    }

    public function day(): LocalDate
    {
        return PlannableDays::date($this->string('day')->value());
    }
}
