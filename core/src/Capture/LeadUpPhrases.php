<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\Lead;

/** What is to be done so long before the date that a line names: ", 30 days before gather papers, 2 working days before print". */
final readonly class LeadUpPhrases
{
    private const MOST = 12;

    public function __construct(private Text $text, private DateReader $dates)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        foreach (
            $this->text->all(
                '(?<n>'.Words::NUMBER.')\s+(?<unit>working\s+days?|days?|weeks?)\s+before\s*:?\s+(?<what>[^,;]*[^,;\s])',
            ) as $found
        ) {
            if (! $this->isApart($found->from) || $this->isDate($found->placeOf('what')) || count($phrases) === self::MOST) {
                continue;
            }
            $unit = match (true) {
                str_starts_with($found->get('unit'), 'working') => 'working_days',
                str_starts_with($found->get('unit'), 'week') => 'weeks',
                default => 'days',
            };
            $count = Words::number($found->get('n'));
            if ($count <= Lead::MOST[$unit]) {
                $phrases[] = $this->phrase($found, $count, $unit);
            }
        }

        return $phrases;
    }

    private function phrase(Found $found, int $count, string $unit): Phrase
    {
        $what = $found->written('what');
        // How long it takes is the last that is said of it.
        $minutes = null;
        if (preg_match('~\s+(?:for\s+)?(?='.LengthReader::LENGTH.'$)~iu', $what, $m, PREG_OFFSET_CAPTURE) === 1) {
            $length = (new Text($what))->at(LengthReader::LENGTH, $m[0][1] + strlen($m[0][0]));
            $minutes = $length === null ? null : LengthReader::minutes($length);
            $what = substr($what, 0, $m[0][1]);
        }

        return new Phrase(
            $found->from,
            $found->to,
            'lead-up',
            0,
            fn (Meaning $m) => ($m->leadUps[] = ['title' => $what, 'count' => $count, 'unit' => $unit, 'estimate' => $minutes]),
        );
    }

    /** Whether a comma or the like stands before it. */
    private function isApart(int $at): bool
    {
        return preg_match('/[,;]\s*(?:and\s+)?$/i', substr($this->text->line, 0, $at)) === 1;
    }

    /** "3 days before Christmas" is a date of its own. */
    private function isDate(int $at): bool
    {
        return $this->dates->at($this->text, $at) !== null;
    }
}
