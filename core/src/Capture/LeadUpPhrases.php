<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\Lead;

/**
 * What is to be done so long before the date that a line names: ", 30 days before gather papers, 2 working days before print".
 */
final readonly class LeadUpPhrases
{
    private const MOST = 12;

    private const BEFORE = '(?:before(?:hand|\s+(?:it|that))?|ahead|earlier|prior|in\s+advance)';

    /** What has this in it, or begins so, is nothing to be done. */
    private const NO_DEED = '/[,;.]|:\s*\S|\b(?:remind|nudge|ping|alert)|^'.
        '(?:at|on|in|by|from|for|to|until|till|of|the|a|an|is|are)\s/i';

    public function __construct(private Text $text, private DateReader $dates)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        foreach (
            $this->text->all(
                '(?<n>'.Words::NUMBER.')\s+(?<unit>working\s+days?|days?|weeks?)\s+'.self::BEFORE.'\s*:?\s+(?<what>[^,;]*[^,;\s])',
            ) as $found
        ) {
            if (! $this->isApart($found->from) || $this->isDate($found->placeOf('what')) || count($phrases) === self::MOST) {
                continue;
            }
            $unit = self::unit($found);
            $count = Words::number($found->get('n'));
            if ($count <= Lead::MOST[$unit]) {
                $phrases[] = $this->phrase($found, $count, $unit);
            }
        }

        return [...$phrases, ...$this->behind(self::MOST - count($phrases))];
    }

    /**
     * With the time behind it: "book the hall two months before", after a comma or right after what was understood.
     *
     * @return list<Phrase>
     */
    private function behind(int $most): array
    {
        $phrases = [];
        $ends = $this->text->all(
            '(?:(?<n>'.Words::NUMBER.')\s+(?<unit>working\s+days?|days?|weeks?|months?)\s+'.self::BEFORE.
                '|(?<eve>(?:the\s+)?(?:day|evening|night)\s+before))(?=\s*(?:[,;.)]|$|and\s|please|\p{L}+\s))',
        );
        foreach (array_slice($ends, 0, max(0, $most)) as $end) {
            $date = $this->dates->at($this->text, $end->from);
            if ($date !== null && $date->to > $end->to) {
                continue; // three weeks before the fair is a date
            }
            preg_match_all('~(?<![\p{L}\p{N}])\p{L}~u', substr($this->text->seen, 0, $end->from), $m, PREG_OFFSET_CAPTURE);
            $unit = self::unit($end);
            $count = ($end->has('n') ? Words::number($end->get('n')) : 1) * (str_starts_with($end->get('unit'), 'month') ? 30 : 1);
            foreach (array_slice($m[0], -9) as [, $at]) {
                $what = substr($this->text->seen, $at, $end->from - $at);
                if ($count > Lead::MOST[$unit] || trim($what) === '' || preg_match(self::NO_DEED, $what) === 1) {
                    continue;
                }
                $isApart = preg_match('/(?:[,;(]|[,;]?\s+and)\s*$/i', substr($this->text->seen, 0, $at)) === 1;
                [$from, $to] = $this->text->written($at, $end->from);
                $title = (string) preg_replace('/^(?:(?:and|also|then|with)\s+)*(?:(?:need|have|remember)\s+to\s+'.
                    '|must\s+)?/i', '', trim(substr($this->text->line, $from, $to - $from), ' :'));
                $phrases[] = new Phrase(
                    $at,
                    $end->to,
                    'lead-up',
                    0,
                    fn (Meaning $m) => ($m->leadUps[] = ['title' => $title, 'count' => $count, 'unit' => $unit, 'estimate' => null]),
                    needsBefore: ! $isApart,
                    weight: $isApart ? 0.9 : 0.8,
                );
            }
        }

        return $phrases;
    }

    /** @return 'working_days'|'weeks'|'days' of a month there are thirty */
    private static function unit(Found $found): string
    {
        return match (true) {
            str_starts_with($found->get('unit'), 'working') => 'working_days',
            str_starts_with($found->get('unit'), 'week') => 'weeks',
            default => 'days',
        };
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
        return preg_match('/[,;]\s*(?:and\s+)?$/i', substr($this->text->seen, 0, $at)) === 1;
    }

    /** "3 days before Christmas" is a date of its own. */
    private function isDate(int $at): bool
    {
        return $this->dates->at($this->text, $at) !== null;
    }
}
