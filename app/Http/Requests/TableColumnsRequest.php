<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Interchange\TableFile;
use Illuminate\Foundation\Http\FormRequest;

/** What the columns of a table mean, by their places from 0 on. */
final class TableColumnsRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'order' => ['required', 'in:dmy,mdy'],
            'columns' => ['required', 'array:'.implode(',', TableFile::ROLES)],
            'columns.title' => ['required'],
            'columns.*' => ['integer', 'between:0,500'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'order.required' => 'Say whether the day or the month comes first.',
            'columns.title.required' => 'Say which column is the title.',
            'columns.required' => 'Say which column is the title.',
        ];
    }

    /** @return array<string, int> */
    public function columns(): array
    {
        return array_map(
            fn (mixed $place): int => is_numeric($place) ? (int) $place : 0,
            array_filter($this->array('columns'), is_string(...), ARRAY_FILTER_USE_KEY),
        );
    }

    /** @return 'dmy'|'mdy' */
    public function order(): string
    {
        return $this->input('order') === 'mdy' ? 'mdy' : 'dmy';
    }
}
