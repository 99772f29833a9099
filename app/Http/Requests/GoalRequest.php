<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use App\Models\User;
use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Fields\Tables\PlanFields;
use PlumRota\Core\Planning\Round\Period;

/** What a week or a month is for, and what became of it. */
final class GoalRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        $title = $this->isMethod('post') ? ['required'] : ['sometimes', 'required'];

        $of = new RulesOf(Account::of($this));
        $fields = PlanFields::goals();

        return [
            ...$of->field($fields['title'], $title),
            ...$of->field($fields['area_id'], ['sometimes']),
            ...$of->field($fields['minutes'], ['sometimes']),
            'tasks' => ['sometimes', 'list', RulesOf::limit('goals', 'tasks')],
            'tasks.*' => ['string', 'max:26'],
            'tie' => ['sometimes', 'string', 'max:26', Changeable::by(Account::of($this))->namesEntry()],
            'untie' => ['sometimes', 'string', 'max:26'],
            'position' => ['sometimes', 'integer', 'between:0,1000'],
            'answer' => ['sometimes', 'nullable', 'in:kept,partly,dropped,carried'],
            'into' => [
                'bail',
                'required_if:answer,carried',
                'nullable',
                new KnownDate('Into which week or month is it carried?'),
            ],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...RulesOf::messages(PlanFields::goals()),
            'into.required_if' => 'Into which week or month is it carried?',
        ];
    }

    /** @return array{title: string, area_id: string|null, minutes: int|null, tasks: list<string>} of a new one */
    public function values(): array
    {
        return [
            'title' => $this->string('title')->trim()->value(),
            'area_id' => $this->filled('area_id') ? $this->string('area_id')->value() : null,
            'minutes' => $this->input('minutes') === null ? null : $this->integer('minutes'),
            'tasks' => array_values(array_filter($this->array('tasks'), is_string(...))),
        ];
    }

    /** @return array{title?: string, area_id?: string|null, minutes?: int|null, tasks?: list<string>, position?: int} what was sent */
    public function changes(): array
    {
        $all = [...$this->values(), 'position' => $this->integer('position')];

        return array_filter($all, fn (string $name): bool => $this->has($name), ARRAY_FILTER_USE_KEY);
    }

    /** @return array{tie: string|null, untie: string|null} a task that is tied to it or no longer, whatever else is */
    public function tied(): array
    {
        return [
            'tie' => $this->filled('tie') ? $this->string('tie')->value() : null,
            'untie' => $this->filled('untie') ? $this->string('untie')->value() : null,
        ];
    }

    /** @return 'kept'|'partly'|'dropped'|'carried'|null */
    public function answer(): ?string
    {
        return match ($this->input('answer')) {
            'kept' => 'kept',
            'partly' => 'partly',
            'dropped' => 'dropped',
            'carried' => 'carried',
            default => null,
        };
    }

    public function into(User $user, string $kind): ?Period
    {
        return $this->filled('into') ? RoundPeriod::of($user, $kind, $this->string('into')->value()) : null;
    }
}
