<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** A choice of what to see, as it also stands in the page's address. */
final class FilterRequest extends FormRequest
{
    private const PARTS = ['areas', 'calendars', 'kinds', 'importance', 'effort', 'labels', 'done', 'colour', 'repeats'];

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:60'],
            'choice' => ['required', 'array:'.implode(',', self::PARTS), 'max:'.count(self::PARTS)],
            'choice.*' => ['array', 'max:100'],
            'choice.*.*' => ['string', 'max:60'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name.required' => 'Give the filter a name.', 'choice.required' => 'There is nothing chosen yet to keep.'];
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
