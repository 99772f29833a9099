<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use App\Actions\Entries\ChosenOccurrences;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;

final class ManyRequest extends FormRequest
{
    /** @var list<ChosenOccurrences> */
    private array $picked = [];

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'do' => ['required', 'in:move,copy,date,tick,calendar,label,delete'],
            ...ChosenItems::rules(),
            'days' => ['required_if:do,move,copy', 'integer', 'between:-3660,3660'],
            'minutes' => ['required_if:do,move,copy', 'integer', 'between:-1440,1440'],
            'date' => ['required_if:do,date', new KnownDate('Give a date.')],
            'done' => ['sometimes', 'boolean'],
            'calendar_id' => ['required_if:do,calendar', 'string', Changeable::by(Account::of($this))->namesCalendar()],
            'label' => ['required_if:do,label', 'string', RulesOf::limit('entries', 'labels', '*')],
            'carries' => ['sometimes', 'boolean'],
            'over_protected' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'items.required' => 'Choose at least one entry.',
            'items.max' => 'No more than 200 at once.',
            'calendar_id.exists' => 'There is no such calendar.',
            'label.required_if' => 'Which label?',
        ];
    }

    /** @return list<\Closure(Validator): mixed> */
    public function after(): array
    {
        return [fn (Validator $validator) => ($this->picked = ChosenItems::of($this, $validator))];
    }

    /** @return list<ChosenOccurrences> */
    public function picked(): array
    {
        return $this->picked;
    }

    public function toDate(): LocalDate
    {
        return PlannableDays::date($this->string('date')->value());
    }
}
