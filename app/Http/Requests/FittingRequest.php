<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Time\LocalDate;

/** Into which days loose work is to be fitted. */
final class FittingRequest extends FormRequest
{
    private const MOST_DAYS = 35;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'from' => ['bail', 'required', new KnownDate('From which day on?')],
            'days' => ['required', 'integer', 'between:1,'.self::MOST_DAYS],
            'basket' => ['sometimes', 'boolean'],
            'again' => ['sometimes', 'boolean'],
            'without' => ['sometimes', 'array', 'max:500'],
            'without.*' => ['string', 'max:80'],
            'was' => ['sometimes', 'array', 'max:500'],
            'was.*' => ['string', 'max:30'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['days.between' => 'Work is fitted into 1 to '.self::MOST_DAYS.' days at a time.'];
    }

    public function first(): LocalDate
    {
        return LocalDate::parse($this->string('from')->value());
    }

    /** @return list<string> */
    public function without(): array
    {
        return array_values(array_filter((array) $this->input('without', []), is_string(...)));
    }

    /** @return array<string, string> */
    public function was(): array
    {
        $was = [];
        foreach ((array) $this->input('was', []) as $key => $start) {
            if (is_string($start)) {
                $was[(string) $key] = $start;
            }
        }

        return $was;
    }
}
