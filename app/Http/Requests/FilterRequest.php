<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Fields\Tables\Choice;
use PlumRota\Core\Fields\Tables\PlanFields;

/** A choice of what to see, as it also stands in the page's address. */
final class FilterRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            ...(new RulesOf(Account::of($this)))->field(PlanFields::filters()['name'], ['required']),
            'choice' => ['required', 'array:'.implode(',', Choice::PARTS), 'max:'.count(Choice::PARTS)],
            'choice.*' => ['array', 'max:'.Choice::MOST],
            'choice.*.*' => ['string', 'max:'.Choice::LONGEST],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [...RulesOf::messages(PlanFields::filters()), 'choice.required' => 'There is nothing chosen yet to keep.'];
    }

    public function name(): string
    {
        return $this->string('name')->trim()->value();
    }

    /** @return array<string, mixed> */
    public function choice(): array
    {
        /** @var array<string, mixed> $choice */
        $choice = $this->array('choice');

        return $choice;
    }
}
