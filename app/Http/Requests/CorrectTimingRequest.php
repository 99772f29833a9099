<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

/** From when to when work on something really lasted, as wall times of the account. */
final class CorrectTimingRequest extends FormRequest
{
    private int $startedAt = 0;

    private int $endedAt = 0;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['started' => ['required', 'string', 'max:30'], 'ended' => ['required', 'string', 'max:30']];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                if ($validator->errors()->isNotEmpty()) {
                    return;
                }
                $zone = Account::of($this)->timeZone();
                try {
                    $this->startedAt = $zone->instant(PlannableDays::moment($this->string('started')->value()));
                    $this->endedAt = $zone->instant(PlannableDays::moment($this->string('ended')->value()));
                } catch (InvalidTime $e) {
                    $validator->errors()->add('started', $e->getMessage());
                }
            },
        ];
    }

    /** @return int Unix seconds */
    public function startedAt(): int
    {
        return $this->startedAt;
    }

    /** @return int Unix seconds */
    public function endedAt(): int
    {
        return $this->endedAt;
    }
}
