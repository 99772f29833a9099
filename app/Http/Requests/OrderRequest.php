<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

final class OrderRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['ids' => ['required', 'array', 'max:500'], 'ids.*' => ['string']];
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_values(array_filter($this->array('ids'), is_string(...)));
    }
}
