<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Recurrence\Season;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;

/** Where a template is stamped: on some dates, at one place, or again and again from a date on. */
final class StampRequest extends FormRequest
{
    private ?Placement $place = null;

    private ?Season $season = null;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'dates' => ['required_without:start', 'list', 'min:1', 'max:60'],
            'dates.*' => ['bail', 'string', new KnownDate('On which day?'), 'distinct'],
            'without' => ['sometimes', 'list', 'max:400'],
            'without.*.date' => ['bail', 'required', 'string', new KnownDate('On which day?')],
            'without.*.part' => ['required', 'integer', 'between:0,1000'],
            'weeks' => ['sometimes', 'nullable', 'integer', 'between:0,52'],
            'until' => ['bail', 'sometimes', 'nullable', 'string', new KnownDate('Until which day?')],
            'season_from' => ['sometimes', 'nullable', 'required_with:season_to', 'regex:/^\d\d-\d\d$/D'],
            'season_to' => ['sometimes', 'nullable', 'required_with:season_from', 'regex:/^\d\d-\d\d$/D'],
            'start' => ['sometimes', 'nullable', 'string', 'max:30'],
            'all_day' => ['sometimes', 'boolean'],
            'length' => ['sometimes', 'integer', DroppedPlace::LENGTHS],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'dates.required_without' => 'On which day?',
            'dates.min' => 'On which day?',
            'season_from.required_with' => 'A season has a first and a last day.',
            'season_to.required_with' => 'A season has a first and a last day.',
            'season_from.regex' => 'A season begins on a day and a month.',
            'season_to.regex' => 'A season ends on a day and a month.',
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                $this->place = DroppedPlace::of($this, $validator, 1);
                if ($validator->errors()->isNotEmpty() || ! $this->filled('season_from')) {
                    return;
                }
                $of = fn (string $name): array => array_map(intval(...), explode('-', $this->string($name)->value()));
                [$month, $day] = $of('season_from');
                [$lastMonth, $lastDay] = $of('season_to');
                try {
                    $this->season = Season::of($month, $day, $lastMonth, $lastDay);
                } catch (InvalidTime $e) {
                    $validator->errors()->add('season_from', $e->getMessage());
                }
            },
        ];
    }

    public function place(): ?Placement
    {
        return $this->place;
    }

    /** @return non-empty-list<LocalDate> */
    public function dates(): array
    {
        $dates = [];
        foreach ($this->array('dates') as $date) {
            if (is_string($date)) {
                $dates[] = PlannableDays::date($date);
            }
        }
        assert($dates !== []);

        return $dates;
    }

    /** Weeks from one stamp to the next; 0 for none. */
    public function weeks(): int
    {
        return $this->integer('weeks');
    }

    public function last(): ?LocalDate
    {
        return $this->filled('until') ? PlannableDays::date($this->string('until')->value()) : null;
    }

    public function season(): ?Season
    {
        return $this->season;
    }

    /** @return array<string, true> "date|part" */
    public function without(): array
    {
        $without = [];
        foreach ($this->array('without') as $one) {
            if (is_array($one) && is_string($one['date'] ?? null) && is_numeric($one['part'] ?? null)) {
                $without["{$one['date']}|".(int) $one['part']] = true;
            }
        }

        return $without;
    }

    /** @return array<int, true> */
    public function withoutParts(): array
    {
        $parts = [];
        foreach (array_keys($this->without()) as $key) {
            $parts[(int) explode('|', $key)[1]] = true;
        }

        return $parts;
    }
}
