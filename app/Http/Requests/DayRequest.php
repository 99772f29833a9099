<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Fields\Tables\PlanFields;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;

/** A single day, named in the address; and what is to become of it. */
final class DayRequest extends FormRequest
{
    private ?LocalDate $day = null;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            ...(new RulesOf(Account::of($this)))->field(PlanFields::dayHours()['minutes'], ['sometimes', 'nullable']),
            'musts' => ['sometimes', 'array', 'max:40'],
            'musts.*' => ['string', 'max:70', 'distinct'],
            'others' => ['sometimes', 'array', 'max:200'],
            'others.*' => ['string', 'max:70', 'distinct'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return RulesOf::messages(PlanFields::dayHours());
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                try {
                    $date = $this->route('date');
                    $this->day = PlannableDays::date(is_string($date) ? $date : '');
                } catch (InvalidTime $e) {
                    $validator->errors()->add('date', $e->getMessage());
                }
            },
        ];
    }

    public function day(): LocalDate
    {
        return $this->day ?? throw new \LogicException('Asked before validation.');
    }

    public function minutes(): ?int
    {
        return $this->filled('minutes') ? $this->integer('minutes') : null;
    }

    /** @return list<string> */
    public function chosen(string $name): array
    {
        return array_values(array_filter($this->array($name), is_string(...)));
    }
}
