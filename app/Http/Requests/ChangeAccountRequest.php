<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\KnownZone;
use Illuminate\Foundation\Http\FormRequest;

final class ChangeAccountRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['sometimes', 'required', 'string', 'max:100'],
            'zone' => ['sometimes', 'required', 'string', new KnownZone()],
            'first_weekday' => ['sometimes', 'integer', 'between:1,7'],
            'clock' => ['sometimes', 'in:24,12'],
            'work_days' => ['sometimes', 'array', 'min:1', 'max:7'],
            'work_days.*' => ['integer', 'between:1,7', 'distinct'],
            'routines_keep' => ['sometimes', 'in:wall,instant'],
            'holidays' => ['sometimes', 'nullable', 'string', new KnownCountry()],
            'quiet_from' => ['sometimes', 'integer', 'between:0,1439'],
            'quiet_to' => ['sometimes', 'integer', 'between:0,1439'],
            'agenda_at' => ['sometimes', 'nullable', 'integer', 'between:0,1439'],
            'evening_at' => ['sometimes', 'nullable', 'integer', 'between:0,1439'],
            'agenda_channels' => ['sometimes', 'array', 'min:1', 'max:3'],
            'agenda_channels.*' => ['in:screen,mail,phone', 'distinct'],
            'stint_minutes' => ['sometimes', 'integer', 'between:5,120'],
            'must_limit' => ['sometimes', 'integer', 'between:1,9'],
            'other_limit' => ['sometimes', 'integer', 'between:0,40'],
            'closing_questions' => ['sometimes', 'array', 'max:8'],
            'closing_questions.*' => ['required', 'string', 'max:120'],
            'round_questions' => ['sometimes', 'array', 'max:8'],
            'round_questions.*' => ['required', 'string', 'max:120'],
            'best_hours' => ['sometimes', 'nullable', 'array', 'size:24'],
            'best_hours.*' => ['integer', 'between:0,2'],
            'breathing' => ['sometimes', 'integer', 'between:0,60'],
            'least_pause' => ['sometimes', 'integer', 'between:0,60'],
            'deep_minutes' => ['sometimes', 'integer', 'between:0,480'],
            'weather' => ['sometimes', 'boolean'],
            'weather_place' => ['sometimes', 'nullable', 'string', 'max:60'],
            'week' => ['sometimes', 'array', 'size:7'],
            'week.*.minutes' => ['required', 'integer', 'between:0,1440'],
            'week.*.wakes' => ['required', 'integer', 'between:0,1440'],
            'week.*.sleeps' => ['required', 'integer', 'between:0,1440', 'gt:week.*.wakes'],
            'week.*.theme' => ['present', 'nullable', 'string', 'max:40'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'agenda_channels.min' => 'Choose at least one way.',
            'stint_minutes.between' => 'A stint lasts between 5 minutes and 2 hours.',
            'must_limit.between' => 'Between 1 and 9 musts a day.',
            'other_limit.between' => 'Up to 40 others a day.',
            'closing_questions.max' => 'No more than eight questions.',
            'closing_questions.*.required' => 'A question needs a few words.',
            'round_questions.max' => 'No more than eight questions.',
            'round_questions.*.required' => 'A question needs a few words.',
            'breathing.between' => 'Up to 60 percent of a day stay free.',
            'least_pause.between' => 'A pause lasts up to an hour.',
            'deep_minutes.between' => 'A stretch that is kept whole has up to 8 hours.',
            'work_days.min' => 'Choose at least one day on which work is done.',
            'week.*.sleeps.gt' => 'The waking hours end after they begin.',
            'week.*.minutes.between' => 'A day has between 0 and 24 hours.',
        ];
    }

    /** Whether routines stay at their time of day when the zone changes. */
    public function routinesKeepWall(): bool
    {
        return $this->input('routines_keep') !== 'instant';
    }

    /** @return array<string, mixed> */
    public function changes(): array
    {
        /** @var array<string, mixed> $changes */
        $changes = array_diff_key($this->validated(), ['routines_keep' => true]);
        if (array_key_exists('weather_place', $changes)) {
            $changes['weather_place'] = $this->string('weather_place')->trim()->value();
        }
        if (is_array($changes['week'] ?? null)) {
            $changes['week'] = array_map(
                fn (mixed $day): array => is_array($day)
                    ? [...$day, 'theme' => is_string($day['theme'] ?? null) ? $day['theme'] : '']
                    : [],
                $changes['week'],
            );
        }

        return $changes;
    }
}
