<?php

declare(strict_types=1);

namespace App\Writing;

/**
 * Lines that were written under questions, as two windows may write them at once: what is sent is the lines that were changed,
 * each with what it said before; the others stay as they are.
 *
 * @phpstan-type Line array{question: string, answer: string, was?: string|null}
 */
final class Lines
{
    /**
     * @param  list<array{question: string, answer: string}>  $kept
     * @param  list<Line>  $sent  where none says what it was before, they are all that there is
     * @return list<array{question: string, answer: string}>
     *
     * @throws WrittenMeanwhile where a line says something else by now than its writer knows
     */
    public static function merged(array $kept, array $sent): array
    {
        if ($sent === []) {
            return $kept;
        }
        if (array_filter($sent, fn (array $line): bool => array_key_exists('was', $line)) === []) {
            return array_map(fn (array $line): array => ['question' => $line['question'], 'answer' => $line['answer']], $sent);
        }
        $answers = array_column($kept, 'answer', 'question');
        foreach ($sent as $line) {
            $is = $answers[$line['question']] ?? '';
            if (array_key_exists('was', $line) && $is !== ($line['was'] ?? '') && $is !== $line['answer']) {
                throw new WrittenMeanwhile($kept);
            }
            $answers[$line['question']] = $line['answer'];
        }

        return array_map(
            fn (string|int $question, string $answer): array => ['question' => (string) $question, 'answer' => $answer],
            array_keys($answers),
            array_values($answers),
        );
    }
}
