<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

final class YearRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['year' => ['required', 'integer', 'between:1900,2200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['year.between' => 'The wall shows the years 1900 to 2200.'];
    }
}
