<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

/** At what moment a timing becomes two, as wall time of the account. */
final class SplitTimingRequest extends FormRequest
{
    private int $at = 0;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['at' => ['required', 'string', 'max:30']];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                if ($validator->errors()->isNotEmpty()) {
                    return;
                }
                try {
                    $this->at = Account::of($this)->timeZone()->instant(PlannableDays::moment($this->string('at')->value()));
                } catch (InvalidTime $e) {
                    $validator->errors()->add('at', $e->getMessage());
                }
            },
        ];
    }

    /** @return int Unix seconds */
    public function at(): int
    {
        return $this->at;
    }
}
