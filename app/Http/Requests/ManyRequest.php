<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use App\Actions\Entries\ChosenOccurrences;
use App\Models\Entry;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;

final class ManyRequest extends FormRequest
{
    /** @var list<ChosenOccurrences> */
    private array $picked = [];

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'do' => ['required', 'in:move,copy,date,tick,calendar,label,delete'],
            'items' => ['required', 'array', 'min:1', 'max:200'],
            'items.*.entry_id' => ['required', 'string', 'max:30'],
            'items.*.recurrence_id' => ['nullable', 'string', 'max:30'],
            'days' => ['required_if:do,move,copy', 'integer', 'between:-3660,3660'],
            'minutes' => ['required_if:do,move,copy', 'integer', 'between:-1440,1440'],
            'date' => ['required_if:do,date', new KnownDate('Give a date.')],
            'done' => ['sometimes', 'boolean'],
            'calendar_id' => ['required_if:do,calendar', 'string', Changeable::by(Account::of($this))->namesCalendar()],
            'label' => ['required_if:do,label', 'string', 'max:40'],
            'carries' => ['sometimes', 'boolean'],
            'over_protected' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'items.required' => 'Choose at least one entry.',
            'items.max' => 'No more than 200 at once.',
            'calendar_id.exists' => 'There is no such calendar.',
            'label.required_if' => 'Which label?',
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
                /** @var list<array{entry_id: string, recurrence_id?: string|null}> $items as validated */
                $items = array_values($this->array('items'));
                $entries = Changeable::by(Account::of($this))
                    ->entries()
                    ->whereKey(array_column($items, 'entry_id'))
                    ->get()
                    ->keyBy('id');
                foreach ($items as $i => $item) {
                    $entry = $entries->get($item['entry_id']);
                    if (! ($entry instanceof Entry)) {
                        $validator->errors()->add("items.{$i}", 'One of them is not there any more. Choose again.');

                        return;
                    }
                    $isRoutine = $entry->isRoutine();
                    $this->picked[] = new ChosenOccurrences($entry, $isRoutine ? $item['recurrence_id'] ?? null : null);
                }
            },
        ];
    }

    /** @return list<ChosenOccurrences> */
    public function picked(): array
    {
        return $this->picked;
    }

    public function toDate(): LocalDate
    {
        return PlannableDays::date($this->string('date')->value());
    }
}
