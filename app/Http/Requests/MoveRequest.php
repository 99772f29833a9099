<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\Validator;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;

/** Where something was dropped: a date, a date and time, or the basket (start null). Times are the person's own. */
final class MoveRequest extends FormRequest
{
    private ?Placement $place = null;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'over_protected' => ['sometimes', 'boolean'],
            'start' => ['present', 'nullable', 'string', 'max:30'],
            'all_day' => ['required', 'boolean'],
            'length' => ['required', 'integer', DroppedPlace::LENGTHS],
            'scope' => ['sometimes', Rule::enum(Scope::class)],
            'recurrence_id' => ['sometimes', 'nullable', 'string', 'max:30'],
            'version' => ['sometimes', 'integer'],
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                $this->place = DroppedPlace::of($this, $validator);
            },
        ];
    }

    public function place(): ?Placement
    {
        return $this->place;
    }

    public function scope(): Scope
    {
        return Scope::tryFrom($this->string('scope')->value()) ?? Scope::One;
    }

    public function recurrenceId(): ?string
    {
        return $this->filled('recurrence_id') ? $this->string('recurrence_id')->value() : null;
    }

    public function version(): ?int
    {
        return $this->filled('version') ? $this->integer('version') : null;
    }
}
