<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use Closure;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;

/** Where each calendar of a file goes, and what becomes of entries that are there already. */
final class TakeImportRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        $mine = Changeable::by(Account::of($this));

        return [
            'known' => ['required', 'in:leave,newer,all'],
            'targets' => ['required', 'array', 'max:1000'],
            'targets.*' => ['nullable', 'array'],
            'targets.*.calendar_id' => ['sometimes', 'string', $mine->namesCalendar()],
            'targets.*.area_id' => ['sometimes', 'string', $mine->namesArea()],
            'targets.*.name' => ['required_with:targets.*.area_id', 'string', RulesOf::limit('calendars', 'name')],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'targets.*.calendar_id.exists' => 'There is no such calendar.',
            'targets.*.area_id.exists' => 'There is no such life area.',
            'targets.*.name.required_with' => 'A new calendar needs a name.',
            'targets.*.name.max' => 'A name has room for 60 characters.',
        ];
    }

    /** @return list<Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                foreach ($this->array('targets') as $i => $target) {
                    if (is_array($target) && isset($target['calendar_id']) === isset($target['area_id'])) {
                        $validator->errors()->add("targets.{$i}", 'Choose a calendar, or a life area for a new one.');
                    }
                }
            },
        ];
    }

    /** @return list<array{calendar_id: string}|array{area_id: string, name: string}|null> */
    public function targets(): array
    {
        /** @var list<array{calendar_id: string}|array{area_id: string, name: string}|null> $targets  as validated */
        $targets = array_values($this->array('targets'));

        return $targets;
    }

    /** @return 'leave'|'newer'|'all' */
    public function known(): string
    {
        return match ($this->input('known')) {
            'newer' => 'newer',
            'all' => 'all',
            default => 'leave',
        };
    }
}
