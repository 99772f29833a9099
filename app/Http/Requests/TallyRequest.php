<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Queries\Tally\Figure;
use App\Queries\Tally\Grouping;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use PlumRota\Core\Tally\Fact;
use PlumRota\Core\Tally\Measure;
use PlumRota\Core\Tally\Rounding;

/** By what a stretch is counted, which minutes, and which entries; what is chosen stands in the address as the page has it there. */
final class TallyRequest extends FormRequest
{
    use ChoosesAsOnBoard;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'by' => ['sometimes', Rule::in(Grouping::BY)],
            'of' => ['sometimes', Rule::enum(Measure::class)],
            'group' => ['sometimes', 'nullable', 'string', 'max:500'],
            'left_out' => ['sometimes', 'nullable', 'string', 'max:10000'],
            'hour' => ['sometimes', 'integer', 'between:0,167'],
            'fact' => ['sometimes', Rule::enum(Fact::class)],
            'step' => ['sometimes', 'integer', Rule::in(Rounding::STEPS)],
            'way' => ['sometimes', Rule::in(['near', 'up'])],
            ...self::choiceRules(),
        ];
    }

    /** @return 'area'|'calendar'|'label'|'theme'|'effort'|'entry'|'person' */
    public function by(): string
    {
        /** @var 'area'|'calendar'|'label'|'theme'|'effort'|'entry'|'person' */
        return $this->string('by', 'area')->value();
    }

    public function measure(): Measure
    {
        return Measure::from($this->string('of', Measure::Worked->value)->value());
    }

    public function group(): string
    {
        return $this->string('group')->value();
    }

    /** The figure whose lines are asked for. */
    public function figure(): Figure
    {
        return new Figure(
            $this->measure(),
            $this->by(),
            $this->has('group') ? $this->group() : null,
            $this->list('left_out'),
            $this->has('hour') ? $this->integer('hour') : null,
            $this->enum('fact', Fact::class),
        );
    }

    /** How a sheet of hours is rounded. */
    public function rounding(): Rounding
    {
        return new Rounding($this->integer('step', 1), $this->input('way') === 'up');
    }
}
