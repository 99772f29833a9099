<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Queries\Rounds\RoundShown;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** What is kept of a round: what was written, and which steps are done. */
final class RoundRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'steps' => ['sometimes', 'list', RulesOf::limit('rounds', 'steps')],
            'steps.*' => [Rule::in(RoundShown::STEPS), 'distinct'],
            'answers' => ['sometimes', 'list', RulesOf::limit('rounds', 'answers')],
            'answers.*.question' => ['required', 'string', RulesOf::limit('rounds', 'answers', 'question')],
            'answers.*.answer' => ['present', 'nullable', 'string', RulesOf::limit('rounds', 'answers', 'answer')],
            'answers.*.was' => ['sometimes', 'nullable', 'string', RulesOf::limit('rounds', 'answers', 'answer')],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['answers.*.answer.max' => 'An answer has room for 4,000 characters.'];
    }

    /** @return list<string>|null */
    public function steps(): ?array
    {
        return $this->has('steps') ? array_values(array_filter($this->array('steps'), is_string(...))) : null;
    }

    /** @return list<array{question: string, answer: string, was?: string|null}>|null */
    public function answers(): ?array
    {
        if (! $this->has('answers')) {
            return null;
        }
        $answers = [];
        foreach ($this->array('answers') as $one) {
            assert(is_array($one));
            $answers[] = [
                'question' => is_string($one['question'] ?? null) ? $one['question'] : '',
                'answer' => is_string($one['answer'] ?? null) ? $one['answer'] : '',
                ...array_key_exists('was', $one) ? ['was' => is_string($one['was']) ? $one['was'] : null] : [],
            ];
        }

        return $answers;
    }
}
