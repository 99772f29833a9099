<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Capture\CaptureReader;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\LocalDate;

final class CaptureRequest extends FormRequest
{
    private ?Placement $place = null;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'line' => ['required', 'string', 'max:'.CaptureReader::LONGEST_LINE],
            'plain' => ['sometimes', 'array', 'max:20'],
            'plain.*' => ['integer', 'min:0', 'max:'.CaptureReader::LONGEST_LINE],
            'new_labels' => ['sometimes', 'array', 'max:5'],
            'new_labels.*' => ['string', RulesOf::limit('entries', 'labels', '*')],
            'new_calendar' => ['sometimes', 'nullable', 'string', RulesOf::limit('calendars', 'name')],
            'one_entry' => ['sometimes', 'boolean'],
            'kind' => ['sometimes', 'nullable', 'in:task,event'],
            'today' => ['sometimes', 'nullable', new KnownDate('On which day was it read?')],
            'over_protected' => ['sometimes', 'boolean'],
            'start' => ['sometimes', 'nullable', 'string', 'max:30'],
            'all_day' => ['required_with:start', 'boolean'],
            'length' => ['required_with:start', 'integer', DroppedPlace::LENGTHS],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'line.required' => 'Write what it is.',
            'line.max' => 'A line has room for '.CaptureReader::LONGEST_LINE.' characters. Put the rest into the notes.',
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                $this->place = DroppedPlace::of($this, $validator, leastDays: 1);
            },
        ];
    }

    /** Where the line was offered: where it goes when it names no place itself. */
    public function place(): ?Placement
    {
        return $this->place;
    }

    /** @return list<int> characters of the line at which phrases begin that are to stay ordinary words */
    public function plain(): array
    {
        /** @var list<int|numeric-string> $plain */
        $plain = array_values((array) $this->input('plain', []));

        return array_map(intval(...), $plain);
    }

    /** @return list<string> names that are to be taken for labels, though nothing carries them yet */
    public function newLabels(): array
    {
        /** @var list<string> $names */
        $names = array_values($this->array('new_labels'));

        return array_values(array_filter(array_map(trim(...), $names), fn (string $name): bool => $name !== ''));
    }

    /** The name of a calendar that is to be made for it. */
    public function newCalendar(): ?string
    {
        $name = trim($this->string('new_calendar')->value());

        return $name === '' ? null : $name;
    }

    /** The day on which its reading was shown. */
    public function readOn(): ?LocalDate
    {
        return $this->filled('today') ? LocalDate::parse($this->string('today')->value()) : null;
    }
}
