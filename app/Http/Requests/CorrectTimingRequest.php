<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use App\Models\Entry;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

/** From when to when work on something really lasted, as wall times of the account; and on what, where it is new. */
final class CorrectTimingRequest extends FormRequest
{
    private int $startedAt = 0;

    private int $endedAt = 0;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'started' => ['required', 'string', 'max:30'],
            'ended' => ['required', 'string', 'max:30'],
            'entry_id' => [$this->route('timing') === null ? 'required' : 'sometimes', 'string', 'max:30'],
            'recurrence_id' => ['sometimes', 'string', 'max:30'],
        ];
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

    /** What was worked on. */
    public function entry(): Entry
    {
        return Changeable::by(Account::of($this))->entry($this->string('entry_id')->value());
    }

    public function recurrenceId(): string
    {
        return $this->string('recurrence_id', Series::ONCE)->value();
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
