<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;

/** A stretch of days: the first one and how many, or how many weeks. */
final class DaysRequest extends FormRequest
{
    private ?LocalDate $first = null;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'from' => ['required', 'string'],
            'days' => ['sometimes', 'integer', 'between:1,42'],
            'repeats' => ['sometimes', 'in:all,next'],
            'weeks' => ['sometimes', 'integer', 'between:1,60'],
            'adding' => ['sometimes', 'integer', 'between:0,6000'],
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                try {
                    $this->first = PlannableDays::date($this->string('from')->value());
                } catch (InvalidTime $e) {
                    $validator->errors()->add('from', $e->getMessage());
                }
            },
        ];
    }

    /** Whether of a routine only the next one is wanted. */
    public function nextOnly(): bool
    {
        return $this->input('repeats') === 'next';
    }

    public function first(): LocalDate
    {
        return $this->first ?? throw new \LogicException('Asked before validation.');
    }
}
