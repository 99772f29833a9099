<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Actions\Entries\ChosenOccurrences;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;

/** What is kept as a template: an entry, or the chosen blocks of a day or a week. */
final class KeepTemplateRequest extends FormRequest
{
    /** @var list<ChosenOccurrences> */
    private array $chosen = [];

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'kind' => ['required', 'in:entry,day,week'],
            'name' => ['required', 'string', RulesOf::limit('templates', 'name')],
            'date' => ['bail', 'required_unless:kind,entry', 'nullable', new KnownDate('Of which day?')],
            ...ChosenItems::rules(),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.required' => 'A template needs a name, by which it is found again.',
            'name.max' => 'A name has room for 60 characters.',
            'items.required' => 'Choose what is to be kept.',
            'date.required_unless' => 'Of which day?',
        ];
    }

    /** @return list<\Closure(Validator): mixed> */
    public function after(): array
    {
        return [
            fn (Validator $validator) => ($this->chosen = ChosenItems::of($this, $validator)),
            fn (Validator $validator) => $this->kind() === 'entry' && count($this->chosen) > 1
                ? $validator->errors()->add('items', 'Several blocks are kept as a day or a week.')
                : null,
        ];
    }

    /** @return 'entry'|'day'|'week' */
    public function kind(): string
    {
        return match ($this->input('kind')) {
            'day' => 'day',
            'week' => 'week',
            default => 'entry',
        };
    }

    public function name(): string
    {
        return $this->string('name')->trim()->value();
    }

    /** @return list<ChosenOccurrences> */
    public function chosen(): array
    {
        return $this->chosen;
    }

    /** The day, or the first day of the week, of which they are. */
    public function first(): LocalDate
    {
        $user = Account::of($this);
        $date = $this->filled('date') ? PlannableDays::date($this->string('date')->value()) : $user->wallNow()->date();

        return $this->kind() === 'week' ? $date->startOfWeek($user->first_weekday) : $date;
    }
}
