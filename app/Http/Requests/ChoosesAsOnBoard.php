<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Queries\Tally\Choice;

/** What is let through, as the page has it in its address. */
trait ChoosesAsOnBoard
{
    public function choice(): Choice
    {
        return new Choice(
            $this->list('areas'),
            $this->list('calendars'),
            $this->list('kinds'),
            $this->list('importance'),
            $this->list('effort'),
            $this->list('labels'),
            $this->list('done'),
            ! in_array('none', $this->list('repeats'), true),
        );
    }

    /** @return array<string, list<string>> */
    private static function choiceRules(): array
    {
        return array_fill_keys(
            ['areas', 'calendars', 'kinds', 'importance', 'effort', 'labels', 'done', 'repeats'],
            ['sometimes', 'nullable', 'string', 'max:4000'],
        );
    }

    /** @return list<string> values with "~" between them, each percent-encoded by itself */
    private function list(string $name): array
    {
        $text = $this->string($name)->value();

        return $text === '' ? [] : array_map(rawurldecode(...), explode('~', $text));
    }
}
