<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** Where an entry belongs and what it is like: calendar, importance, effort, labels, place, steps, task or event. */
final readonly class FilingPhrases
{
    /** After these "at the" says what something is done to, not where. */
    private const AT_SOMETHING = [
        'look',
        'looking',
        'stare',
        'laugh',
        'smile',
        'shout',
        'work',
        'aim',
        'point',
        'good',
        'have',
        'glance',
        'peek',
        'nibble',
    ];

    /** Ends of a sentence part: a comma, or the end of the line. */
    private const ENDS = '(?=\s*(?:[,;.)]|$))';

    public function __construct(private Text $text, private Context $context)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        return [...$this->calendars(), ...$this->marks(), ...$this->labels(), ...$this->places(), ...$this->steps()];
    }

    /** @return list<Phrase> */
    private function calendars(): array
    {
        $phrases = $taken = [];
        foreach ($this->context->calendars as $key => $name) {
            if ($name === '' || isset($taken[mb_strtolower($name)])) {
                continue;
            }
            $taken[mb_strtolower($name)] = true;
            foreach ($this->text->all('in\s+(?:the\s+)?'.preg_quote($name, '~')) as $found) {
                $phrases[] = new Phrase(
                    $found->from,
                    $found->to,
                    'calendar',
                    Phrase::CALENDAR,
                    fn (Meaning $m) => ($m->calendar = (string) $key),
                );
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> */
    private function marks(): array
    {
        $phrases = [];
        foreach ($this->text->all('(?:as\s+)?an?\s+(?<kind>event|task)'.self::ENDS) as $found) {
            $phrases[] = new Phrase(
                $found->from,
                $found->to,
                'kind',
                Phrase::KIND,
                fn (Meaning $m) => ($m->isTask = $found->get('kind') === 'task'),
            );
        }
        foreach ($this->text->all('(?:a\s+)?(?<word>must|should|could)'.self::ENDS) as $found) {
            if ($this->isApart($found->from) || $this->text->wordBefore($found->from) !== '') {
                $phrases[] = new Phrase(
                    $found->from,
                    $found->to,
                    'importance',
                    Phrase::IMPORTANCE,
                    fn (Meaning $m) => ($m->importance = $found->get('word')),
                    needsNeighbour: ! $this->isApart($found->from),
                );
            }
        }
        foreach ($this->text->all('(?<word>light|steady|demanding)(?:\s+(?:effort|work))?'.self::ENDS) as $found) {
            if ($this->isApart($found->from)) {
                $phrases[] = new Phrase(
                    $found->from,
                    $found->to,
                    'effort',
                    Phrase::EFFORT,
                    fn (Meaning $m) => ($m->effort = $found->get('word')),
                );
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> labels that are in use, named as such or alone between commas */
    private function labels(): array
    {
        $phrases = [];
        foreach ($this->context->labels as $label) {
            $name = preg_quote($label, '~');
            foreach (
                $this->text->all("(?<named>(?:with\s+(?:the\s+)?)?label(?:led|ed)?\s+(?:as\s+)?)?{$name}".self::ENDS) as $found
            ) {
                if ($found->has('named') || $this->isApart($found->from)) {
                    $phrases[] = new Phrase($found->from, $found->to, 'label', 0, fn (Meaning $m) => ($m->labels[] = $label));
                }
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> */
    private function places(): array
    {
        $phrases = [];
        foreach ($this->text->wordStarts() as $at) {
            if (in_array($this->text->wordBefore($at), self::AT_SOMETHING, true)) {
                continue;
            }
            for ($words = 1; $words <= 4; $words++) {
                $found = $this->text->at('at\s+(?<place>(?:the|my|our|[\p{L}]+[\'’]s)(?:\s+[\p{L}\'’-]+){'.$words.'})', $at);
                if (
                    $found === null ||
                    preg_match('/^the (?:latest|moment|weekend|end|time|same|beginning)\b/', $found->get('place')) === 1
                ) {
                    break;
                }
                $phrases[] = new Phrase(
                    $at,
                    $found->to,
                    'place',
                    Phrase::PLACE,
                    fn (Meaning $m) => ($m->place = $found->written('place')),
                    isLoose: true,
                    weight: 0.5,
                );
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> */
    private function steps(): array
    {
        if (
            preg_match(
                '~(?<![\p{L}])(?:with(?:\s+(?:the\s+)?steps)?|steps)\s*:\s*(?<list>[^:]+)$~iu',
                $this->text->line,
                $m,
                PREG_OFFSET_CAPTURE,
            ) !== 1
        ) {
            return [];
        }
        $steps = array_values(array_filter(array_map(trim(...), preg_split('/\s*[,;]\s*|\s+and\s+/u', $m['list'][0]) ?: [])));

        return count($steps) < 2
            ? []
            : [
                new Phrase(
                    $m[0][1],
                    $m[0][1] + strlen($m[0][0]),
                    'steps',
                    Phrase::STEPS,
                    fn (Meaning $meaning) => ($meaning->steps = $steps),
                ),
            ];
    }

    /** Whether a comma or the like stands before it. */
    private function isApart(int $at): bool
    {
        return preg_match('/[,;]\s*$/', substr($this->text->line, 0, $at)) === 1;
    }
}
