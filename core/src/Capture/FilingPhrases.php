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

    /** Words of importance, besides which a line may say other things. */
    private const IMPORTANCE = [
        'must' => '(?:(?:absolutely|really)\s+)?must(?!\s+not\b)(?:\s+be\s+done|\s+do(?=\s*(?:[,;.)!]|$|please)))?|(?:high|top)\s+prio'.
            '(?:rity)?'.
            '|(?:importance|prio(?:rity)?)\s*[:=]?\s*(?:must|high|top)|has\s+to\s+be\s+done|very\s+important|non-negotiable'.
            '|(?:(?:this|that|it)\s+is|(?:this|that|it)[\'’]?s)\s+a\s+must|(?<!not )'.
                '(?:essential|urgent|vital|crucial|critical)|(?:and\s+)?I\s+really\s+must\s+not\s+(?:miss|forget)\s+(?:this|it)',
        'should' => 'should(?:\s+be\s+done|\s+do(?=\s*(?:[,;.)!]|$|please)))?(?!\s+(?:take|last|need|be)\b)'.
            '|(?:medium|normal)\s+prio(?:rity)?'.
            '|(?:importance|prio(?:rity)?)\s*[:=]?\s*(?:should|medium|normal)|ought\s+to\s+be\s+done|fairly\s+important|(?<!very )important',
        'could' => 'could(?:\s+be\s+done|\s+do(?=\s*(?:[,;.)!]|$|please)))?(?!\s+(?:take|last|need|be|you)\b)|nice\s+to\s+have'.
            '|low\s+prio(?:rity)?|optional|(?:but\s+)?not\s+(?:that\s+|so\s+)?(?:essential|urgent)|would\s+be\s+nice'.
            '|(?:importance|prio(?:rity)?)\s*[:=]?\s*(?:could|low)|no\s+hurry|(?:only\s+)?(?:if|when)\s+there\s+is\s+time'.
            '|(?:only\s+)?(?:if|when)\s+(?:time\s+permits|there[\'’]?s\s+time|I\s+have\s+time|possible'.
                '|I\s+get\s+(?:a)?round\s+to\s+it)'.
            '|no\s+big\s+deal(?:\s+if\s+(?:it|I)\s+does?n[\'’]?t(?:\s+happen)?)?|it\s+would\s+be\s+nice'.
            '(?:\s+but\s+not\s+essential)?\s+to|no\s+rush',
    ];

    /** Words of importance that are ordinary words as well: "buy essential oils". */
    private const PLAIN = '/^(?:a )?(?:must|should|could|essential|urgent|vital|crucial|critical|important|optional)!*$/';

    /** After these "must" is a verb. */
    private const SAYING = ['i', 'we', 'you', 'he', 'she', 'they', 'it', 'who', 'that', 'which', 'really', 'one', 'this', 'there', 'what'];

    /** What begins so says when, or how, and not where. */
    private const NO_PLACE = '/^(?:'.Words::MONTH.'|'.Words::WEEKDAY.'|the\s|week|term|time|general|case|advent'.
        '|morning|afternoon|evening|night|next|this|a\s|an\s|'.Words::HOUR_WORD.'|half|quarter|noon|\d)|\scal(?:endar)?$/i';

    /** A place ends before these: "at Rosa's Friday 4pm". */
    private const NO_DAY = '(?!(?:on|at|in|by|from|until|till|every|each|today|tomorrow|tonight|'.Words::WEEKDAY.'|'.Words::MONTH.')'.
        '(?![\p{L}\'’-]))';

    /** Ends of a sentence part: a comma, or the end of the line. */
    private const ENDS = '(?=\s*(?:[,;.!)\]]|$|(?:please|pls|thanks)\b))';

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
            foreach ($this->calendarForms(preg_quote($name, '~')) as [$pattern, $isSure]) {
                foreach ($this->text->all($pattern) as $found) {
                    if (! $isSure && ! $this->isApart($found->from) && $this->text->wordBefore($found->from) === '') {
                        continue;
                    }
                    $phrases[] = new Phrase(
                        $found->from,
                        $found->to,
                        'calendar',
                        Phrase::CALENDAR,
                        fn (Meaning $m) => ($m->calendar = (string) $key),
                        needsBefore: ! $isSure && ! $this->isApart($found->from),
                    );
                }
            }
        }

        return $phrases;
    }

    /** @return list<array{string, bool}> patterns for how a calendar is named, and whether each is sure wherever it stands */
    private function calendarForms(string $name): array
    {
        $word = '(?:calendar|cal)';

        return [
            ['(?:(?:and\\s+)?(?:please\\s+)?(?:(?:that|it|this)\\s+)?(?:goes|belongs|(?:put|add|file)(?:\\s+(?:that|it|this))?)'.
                "\\s+(?:to\\s+)?)?(?:in|into|under|on)\\s+(?:(?:the|my)\\s+)?{$name}".
                    "(?:\\s+{$word})?(?!\\s+(?:for|to|is)\\b)", true],
            ['(?:(?:and\\s+)?(?:add|belongs|goes)(?:\\s+(?:that|it|this))?\\s+to|(?:that|this|it)\\s+is|area\\s*:?)\\s+(?:'.
                '(?:the|my)\\s+)?'.
                "{$name}(?:\\s+{$word})?".self::ENDS, true],
            ["for\\s+(?:the\\s+)?{$name}".self::ENDS, false],
            ["(?:in\\s+)?(?:the\\s+)?{$word}\\s*:?\\s+{$name}", true],
            ["(?:in\\s+|on\\s+|for\\s+)?(?:the\\s+|my\\s+)?{$name}\\s+{$word}", true],
            ["#{$name}|{$name}\\s*(?:[:/](?=\\s))", true],
            ["{$name}".self::ENDS, false],
        ];
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
        foreach (self::IMPORTANCE as $importance => $words) {
            foreach (
                $this->text->all(
                    "(?:(?:it[\'’]?s|that[\'’]?s|is|a)\\s+){0,2}(?:{$words})!*(?<ends>".self::ENDS.')?',
                ) as $found
            ) {
                $isApart = $this->isApart($found->from) || $found->from === 0;
                $words = $found->get('0');
                $isPlain = preg_match(self::PLAIN, $words) === 1 && ! str_contains($words, 's a ');
                $ends = preg_match('/\G\s*(?:[,;:.)\]]|$|(?:please|pls|thanks)\b)/i', $this->text->seen, offset: $found->to) === 1;
                if ($isPlain && (in_array($this->text->wordBefore($found->from), self::SAYING, true) || ($found->from === 0 && ! $ends))) {
                    continue;
                }
                $phrases[] = new Phrase(
                    $found->from,
                    $found->to,
                    'importance',
                    Phrase::IMPORTANCE,
                    fn (Meaning $m) => ($m->importance = $importance),
                    needsNeighbour: $isPlain && ! ($isApart && $ends) && ! $this->isLastOf($found),
                );
            }
        }
        foreach ($this->text->all('(?<word>light|steady|demanding)(?<named>\s+(?:effort|work|going))?') as $found) {
            $ends = preg_match('/\G\s*(?:[,;:.)\]]|$|(?:please|pls|thanks)\b)/i', $this->text->seen, offset: $found->to) === 1;
            $isApart = $this->isApart($found->from) && $ends;
            if ($found->has('named') || $isApart || $found->get('word') !== 'light') {
                $phrases[] = new Phrase(
                    $found->from,
                    $found->to,
                    'effort',
                    Phrase::EFFORT,
                    fn (Meaning $m) => ($m->effort = $found->get('word')),
                    needsNeighbour: ! $found->has('named') && ! $isApart,
                );
            }
        }

        return $phrases;
    }

    /** Whether it is the last word of a line that is no question: "clean the gutters must". */
    private function isLastOf(Found $found): bool
    {
        return preg_match('/\G\s*(?:please)?[.!]?\s*$/i', $this->text->seen, offset: $found->to) === 1 &&
            preg_match('/^\s*(?:what|how|who|why|where|when|which|if|as)\b/i', $this->text->seen) !== 1 &&
            substr_count(trim(substr($this->text->seen, 0, $found->from)), ' ') >= 1;
    }

    /** @return list<Phrase> labels that are in use, named as such or alone between commas */
    private function labels(): array
    {
        $phrases = [];
        $names = implode('|', array_map(fn (string $label): string => preg_quote($label, '~'), $this->context->labels));
        if ($names === '') {
            return [];
        }
        $named = '(?:(?:with\s+(?:the\s+)?|(?:add|give\s+it|put)\s+(?:the\s+|a\s+)?|mark\s+(?:it|this)\s+)?'.
            '(?:labels?|label(?:led|ed)|tags?|tagged)(?:\s+(?:it|this))?(?:\s+(?:as|with))?\s*[:=]?\s+'.
                '|mark\s+(?:it|this)\s+(?:as\s+)?)';
        $list = "(?<list>(?:{$names})(?:(?:\\s*,\\s*|\\s+and\\s+|\\s*&\\s*)(?:{$names}))*)";
        $behind = "{$list}\\s+(?:label|tag)(?<many>s)?(?=\\s*(?:[,;.)]|$|please|pls|thanks))";
        foreach (["{$named}{$list}", $behind, '#'.$list, $list.self::ENDS] as $i => $pattern) {
            foreach ($this->text->all($pattern) as $found) {
                // "Order potting labels" is something to be done.
                if (($i === 3 || $found->has('many')) && ! $this->isApart($found->from)) {
                    continue;
                }
                preg_match_all("~(?<![\p{L}\p{N}])(?:{$names})(?![\p{L}\p{N}])~iu", $found->get('list'), $m);
                $phrases[] = new Phrase(
                    $found->from,
                    $found->to,
                    'label',
                    0,
                    function (Meaning $meaning) use ($m): void {
                        foreach ($this->context->labels as $label) {
                            if (in_array(mb_strtolower($label), array_map(mb_strtolower(...), $m[0]), true)) {
                                $meaning->labels[] = $label;
                            }
                        }
                    },
                );
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
            for ($words = 0; $words <= 4; $words++) {
                $found = $this->text->at(
                    'at\s+(?<place>(?:'.($words === 0 ? '' : 'the|my|our|').'[\p{L}]+[\'’]s)'.
                        '(?:\s+'.self::NO_DAY.'[\p{L}\'’-]+){'.$words.'})(?![\p{L}\'’-])',
                    $at,
                );
                if ($words === 0 && $found === null) {
                    continue;
                }
                if (
                    $found === null ||
                    preg_match('/^the (?:latest|moment|weekend|end|time|same|beginning)\b/', $found->get('place')) === 1
                ) {
                    break;
                }
                $phrases[] = self::place($at, $found, isLoose: true, weight: 0.5);
            }
        }

        foreach ($this->text->all('@\s*(?<place>(?!\d)[^,;@]{2,60})') as $found) {
            array_push($phrases, ...$this->placeFrom($found->from, $found->placeOf('place')));
        }
        // In a room, right after a time or a date.
        foreach ($this->text->wordStarts() as $at) {
            $lead = $this->text->at('(?:in\s+(?:the\s+|front\s+of\s+)?|at\s+'.
                '|on\s+the\s+(?=[\p{L} ]+(?:street|square|green|common)))(?=[\p{L}])', $at, false);
            for ($words = 1; $lead !== null && $words <= 4; $words++) {
                $place = '(?<place>[\p{L}\'’-]+(?:\s+[\p{L}\p{N}\'’-]+){'.($words - 1).'})';
                $found = $this->text->at($place.self::ENDS, $lead->to);
                if ($found !== null && preg_match(self::NO_PLACE, $found->get('place')) !== 1) {
                    $phrases[] = self::place($at, $found, needsBefore: true);
                }
            }
        }

        // A room alone between commas, behind a time or a date: "17:30, town hall; send the agenda".
        foreach ($this->text->all('(?<place>(?:[\p{L}\'’-]+\s+){0,2}(?:room|hall|centre|library|church|annexe?|studio|surgery|clinic|theatre'.
            '|pavilion|foyer|lobby)(?:\s+\d{1,4}\p{L}?)?)(?=\s*(?:[,;.)]|$))') as $found) {
            if ($this->isApart($found->from) && preg_match(self::NO_PLACE, $found->get('place')) !== 1) {
                $phrases[] = self::place($found->from, $found, needsBefore: true);
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> as many words as are no phrase of their own */
    private function placeFrom(int $from, int $at): array
    {
        $phrases = [];
        for ($words = 1; $words <= ($from === 0 ? 2 : 4); $words++) {
            $found = $this->text->at('(?<place>[\p{L}\'’.-]+(?:\s+[\p{L}\'’.-]+){'.($words - 1).'})', $at);
            if ($found === null) {
                break;
            }
            $phrases[] = self::place($from, $found);
        }

        return $phrases;
    }

    private static function place(
        int $from,
        Found $found,
        bool $isLoose = false,
        bool $needsBefore = false,
        float $weight = 0.6,
    ): Phrase {
        return new Phrase(
            $from,
            $found->to,
            'place',
            Phrase::PLACE,
            fn (Meaning $m) => ($m->place = $found->written('place')),
            isLoose: $isLoose,
            needsBefore: $needsBefore,
            weight: $weight,
        );
    }

    /** @return list<Phrase> */
    private function steps(): array
    {
        if (
            preg_match(
                '~(?<![\p{L}])(?:with(?:\s+(?:the\s+)?steps)?|steps)\s*:\s*(?<list>[^:]+)$~iu',
                $this->text->seen,
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

    /**
     * A label that the line names and nothing carries yet: "#potting", or after a comma "label potting"; it stays in the title.
     */
    public function unknownLabel(): ?string
    {
        $known = array_map(mb_strtolower(...), $this->context->labels);
        $name = '(?<name>\p{L}[\p{L}\p{N}_-]{1,39})';
        $named = '(?<word>labels?|label(?:led|ed)|tags?|tagged)(?:\s+(?:it|as|with))?\s*:?\s+';
        foreach (["#{$name}", $named.$name.self::ENDS] as $pattern) {
            foreach ($this->text->all($pattern) as $found) {
                $isSaid = ! $found->has('word') || $this->isApart($found->from);
                if ($isSaid && ! in_array(mb_strtolower($found->written('name')), $known, true)) {
                    return $found->written('name');
                }
            }
        }

        return null;
    }

    /**
     * A calendar that the line names as one and that there is not yet: "in the Garden calendar", "calendar: Garden"; it stays in
     * the title.
     */
    public function unknownCalendar(): ?string
    {
        $known = array_map(mb_strtolower(...), $this->context->calendars);
        $name = '\p{L}[\p{L}\p{N}\'’-]{1,29}';
        $word = '(?:calendar|cal)';
        $patterns = [
            "(?:in|into|under|to)\s+(?:the\s+|my\s+|a\s+)?(?:new\s+)?(?<name>{$name}(?:\s+{$name})?)\s+{$word}",
            "(?<in>(?:in|into|to)\s+)?(?:the\s+)?(?:new\s+)?{$word}\s*(?<colon>:)?\s+(?<name>{$name})".self::ENDS,
            "(?<colon>{$word}\s*:)\s*(?<name>{$name})",
        ];
        foreach ($patterns as $i => $pattern) {
            foreach ($this->text->all($pattern) as $found) {
                $isSaid = $i === 0 || $found->has('in') || $found->has('colon') || $this->isApart($found->from);
                if ($isSaid && ! in_array(mb_strtolower($found->written('name')), [...$known, 'new'], true)) {
                    return $found->written('name');
                }
            }
        }

        return null;
    }

    /** Whether a comma or the like stands before it. */
    private function isApart(int $at): bool
    {
        return preg_match('/(?:[,;(\[]|\s[-–])\s*$/', substr($this->text->seen, 0, $at)) === 1;
    }
}
