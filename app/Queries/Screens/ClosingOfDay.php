<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Models\Closing;
use App\Models\User;
use App\Queries\Occurrences\Leftovers;
use App\Queries\Occurrences\ResolvedOccurrence;
use PlumRota\Core\Time\LocalDate;
use stdClass;

/** What the closing of a day shows: what is left over, what was decided, the questions and what was answered. */
final readonly class ClosingOfDay
{
    public function __construct(private Leftovers $leftovers)
    {
    }

    /** @return array<string, mixed> the schema Closing of the contract */
    public function show(User $user, LocalDate $day): array
    {
        $closing = $user->closings()->where('date', (string) $day)->first();
        $answers = array_column($closing->answers ?? [], 'answer', 'question');
        ['left' => $left, 'byThemselves' => $undecided] = $this->leftovers->both($user, $day);
        $entries = [];
        foreach ($left as $one) {
            $entries[$one->entry->id] ??= OccurrenceAsShown::shared($one->entry);
        }
        $titles = fn (string $policy): array => array_values(
            array_map(
                fn (ResolvedOccurrence $one): string => $one->title(),
                array_filter($undecided, fn (ResolvedOccurrence $one): bool => $one->entry->missed === $policy),
            ),
        );
        $questions = array_values(array_unique([...$user->closing_questions, ...array_map(strval(...), array_keys($answers))]));

        return [
            'date' => (string) $day,
            'next' => (string) LocalDate::fromDayNumber(max($day->dayNumber() + 1, $user->wallNow()->dayNumber())), // closed the next morning, what is left over goes to today
            'entries' => $entries === [] ? new stdClass() : $entries,
            'leftovers' => array_map(fn (ResolvedOccurrence $one): array => OccurrenceAsShown::of($one, [], null), $left),
            'decisions' => $closing->decisions ?? [],
            'rolls' => $titles('roll'),
            'lapses' => $titles('lapse'),
            'questions' => array_map(
                fn (string $question): array => ['question' => $question, 'answer' => $answers[$question] ?? ''],
                $questions,
            ),
            'closed' => $closing !== null && $closing->closed_at !== null,
            'revision' => $user->revision,
        ];
    }
}
