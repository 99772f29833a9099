<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

final class TimingRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'entry_id' => [
                $this->route('timing') === null ? 'required' : 'sometimes',
                'string',
                'max:30',
            ],
            'recurrence_id' => ['sometimes', 'string', 'max:30'],
            'planned' => ['sometimes', 'nullable', 'integer', 'between:1,600'],
            'ended_at' => ['sometimes', 'nullable', 'integer'],
        ];
    }

    public function planned(): ?int
    {
        return $this->filled('planned') ? $this->integer('planned') : null;
    }

    public function endedAt(): ?int
    {
        return $this->filled('ended_at') ? $this->integer('ended_at') : null;
    }
}
