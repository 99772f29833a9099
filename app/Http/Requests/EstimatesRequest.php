<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** Estimates that are taken over from what was timed. */
final class EstimatesRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'estimates' => ['required', 'list', 'max:500'],
            'estimates.*.entry_id' => ['required', 'string', 'max:26', 'distinct'],
            'estimates.*.minutes' => ['required', 'integer', 'min:1', RulesOf::limit('entries', 'estimate')],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['estimates.*.minutes.between' => 'An estimate lies between one minute and 100 hours.'];
    }

    /** @return array<string, int> minutes by entry */
    public function estimates(): array
    {
        $estimates = [];
        foreach ($this->array('estimates') as $one) {
            assert(is_array($one) && is_string($one['entry_id']) && is_numeric($one['minutes']));
            $estimates[$one['entry_id']] = (int) $one['minutes'];
        }

        return $estimates;
    }
}
