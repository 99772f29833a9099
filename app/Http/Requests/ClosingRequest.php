<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Actions\Closing\Decision;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\Validator;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;

/** A decision about what is left over of a day, or the lines written when it is closed. */
final class ClosingRequest extends FormRequest
{
    private ?LocalDate $day = null;

    private ?LocalDate $to = null;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        $decides = $this->is('*/decide') ? 'required' : 'exclude';

        return [
            'key' => [$decides, 'string', 'max:70'],
            'decision' => [$decides, 'string', Rule::enum(Decision::class)],
            'to' => ['required_if:decision,day', 'nullable', new KnownDate('To which day?')],
            'answers' => ['sometimes', 'array', RulesOf::limit('closings', 'answers')],
            'answers.*.question' => ['required', 'string', RulesOf::limit('closings', 'answers', 'question')],
            'answers.*.answer' => ['present', 'nullable', 'string', RulesOf::limit('closings', 'answers', 'answer')],
            'answers.*.was' => ['sometimes', 'nullable', 'string', RulesOf::limit('closings', 'answers', 'answer')],
            'closed' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'key.required' => 'Which one is decided?',
            'decision.required' => 'What is to become of it?',
            'to.required_if' => 'To which day?',
            'answers.*.answer.max' => 'An answer has room for 4,000 characters.',
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
                try {
                    $date = $this->route('date');
                    $this->day =
                        $date === 'now' ? Account::of($this)->dayInHand() : PlannableDays::date(is_string($date) ? $date : '');
                    $this->to = $this->filled('to') ? PlannableDays::date($this->string('to')->value()) : null;
                } catch (InvalidTime $e) {
                    $validator->errors()->add('date', $e->getMessage());

                    return;
                }
                $today = Account::of($this)->wallNow()->date();
                if ($today->isBefore($this->day)) {
                    $validator->errors()->add('date', 'That day has not come yet.');
                }
                if ($this->to !== null && ! $this->day->isBefore($this->to)) {
                    $validator->errors()->add('to', 'What is left over goes to a day after the one that is closed.');
                }
            },
        ];
    }

    public function day(): LocalDate
    {
        return $this->day ?? throw new \LogicException('Asked before validation.');
    }

    public function to(): ?LocalDate
    {
        return $this->to;
    }

    public function decision(): Decision
    {
        return Decision::from($this->string('decision')->value());
    }

    /** @return list<array{question: string, answer: string, was?: string|null}> */
    public function answers(): array
    {
        /** @var list<array{question: string, answer: string|null, was?: string|null}> $answers as validated */
        $answers = array_values($this->array('answers'));

        return array_map(fn (array $one): array => [...$one, 'answer' => $one['answer'] ?? ''], $answers);
    }
}
