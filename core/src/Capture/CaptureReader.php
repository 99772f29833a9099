<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\OffDay;

/**
 * A line of plain English → a draft entry.
 *
 * Every kind of phrase says where in the line it may stand and what it would mean there (`…Phrases`). Of all these readings
 * those are taken that fit together and leave least of the line (`Choice`). What they say is put together (`Meaning`). What is
 * not understood stays in the title.
 *
 * @phpstan-import-type Role from Segment
 */
final class CaptureReader
{
    public const LONGEST_LINE = 500;

    /** Bytes of a line up to which it is asked whether it means several entries. */
    private const LONGEST_OF_SEVERAL = 250;

    /** With which a wish is begun when it is spoken. */
    private const ADDRESS = '/^(?:(?:oh|ok|okay|so|and|also|hey|u[hm]+|er+m?|please|pls|kindly)[\s,]+)*(?:(?:I|we)'.
        '(?:[\'’]ve|[\'’]d)?\s+(?:need|have|want|ought|got|like|would\s+like)\s+to\s+|(?:could|can|would|will)\s+you\s+(?:please\s+)?(?:put|add|note)\s+(?:in\s+|down\s+)?'.
        '|make\s+a\s+note\s+(?:to|of|that)\s+|(?:I|we)\s+must\s+'.
        '|let[\'’]?s\s+say\s+|don[\'’]?t\s+(?:let\s+me\s+)?forget\s+to\s+|remember\s+to\s+|make\s+sure\s+to\s+)?/iu';

    /** A title that a word was taken out of: "swap shifts so I", "be for the passports". */
    private const TORN = '/^(?:be|after|so|for|of|by|until|which|that)\s|\s(?:so(?:\s+(?:I|we|that))?|because|and|or|but|of|the|a|an|to|with|be|which'.
        '|until|while)$/iu';

    /** Of what is done in the evening: "dinner at 7". */
    private const EVENING = '/(?<!\p{L})(?:dinner|supper|drinks|pub|cinema|theatre|disco|nightcap)(?!\p{L})/iu';

    /**
     * @param  list<int>  $plain  bytes of the line at which phrases begin that are to stay ordinary words
     */
    public static function read(string $text, Context $context, array $plain = []): Draft
    {
        return self::of($text, $context, $plain, several: true);
    }

    /**
     * @param  list<int>  $plain
     * @param  bool  $several  whether it is asked if the line means several entries
     */
    private static function of(string $text, Context $context, array $plain, bool $several): Draft
    {
        $line = new Text(mb_scrub($text));
        $dates = new DateReader($context);
        $filing = new FilingPhrases($line, $context);
        $phrases = [
            ...(new MomentPhrases($line, $context, $dates))->all(),
            ...(new RhythmPhrases($line, $dates))->all(),
            ...(new DeadlinePhrases($line, $context, $dates))->all(),
            ...(new ReminderPhrases($line, $context, $dates))->all(),
            ...$filing->all(),
            ...(new LeadUpPhrases($line, $dates))->all(),
            ...(new EitherPhrases($line, $dates))->all(),
        ];
        $phrases = array_values(
            array_filter($phrases, fn (Phrase $one): bool => ! in_array($line->written($one->from, $one->to)[0], $plain, true)),
        );
        $chosen = Choice::of($line, $phrases);
        $meaning = new Meaning($context);
        foreach ($chosen as $one) {
            ($one->say)($meaning);
        }
        if (preg_match(self::EVENING, $line->line) === 1) {
            $meaning->isEvening = true;
        }
        $left = Leftovers::of($line, $chosen);
        $one = fn (string $part): Draft => self::of($part, $context, [], several: false);
        $parts = $several && strlen($text) <= self::LONGEST_OF_SEVERAL
            ? Parts::of($line->line, self::segments($line->line, self::places($line, $chosen)), $one, $left !== [])
            : [];
        $left = $parts === [] ? $left : ['and'];
        $placement = $meaning->placement();
        if ($meaning->isUndecided) {
            [$left, $parts] = [[], []];
            $placement = $meaning->saveLess();
        } elseif ($left !== []) {
            $meaning->problem(
                $parts !== []
                    ? 'This sounds like several entries: as one, no day or time of them is taken.'
                    : self::sayLeft($left, $placement !== null || $meaning->due !== null),
            );
            $placement = $meaning->saveLess();
        }
        if ($left !== [] || $meaning->isUndecided) {
            // What is not taken stays where it was written.
            $chosen = array_values(
                array_filter(
                    $chosen,
                    fn (Phrase $one): bool => ($one->slots & Leftovers::WHEN) === 0 &&
                        ! in_array($one->role, ['reminder', 'rhythm', 'end'], true),
                ),
            );
        }
        if ($meaning->leadUps !== [] && $placement === null && $meaning->due === null) {
            $meaning->problem("“{$meaning->leadUps[0]['title']}” comes before a date, and the line names none.");
        }
        $reminders = $meaning->reminders($placement);
        $isWholeDay = $placement === null || $placement->allDay;
        $places = self::places($line, $chosen);
        $title = self::title($line->line, $places);
        if ($title === '' && $meaning->place !== '') {
            // "Friday, 2 pm, eye clinic": what is all that is left is the title.
            [$title, $meaning->place] = [$meaning->place, ''];
        }
        if ($places !== [] && preg_match(self::TORN, $title) === 1) {
            $meaning->problem("“{$title}” is what is left as its title: see whether all of it was understood.");
        }

        $vague = $several && $left === [] && $meaning->problems === [] ? Leftovers::vague($title) : [];
        if ($vague !== []) {
            $meaning->problem(self::sayLeft($vague, false));
        }
        $apart = $several && $left === [] && $meaning->problems === [] ? self::apart($line->line, $places) : [];
        if ($apart !== []) {
            $meaning->problem(self::sayLeft($apart, false));
        }

        return new Draft(
            title: $title !== '' ? $title : self::deed($line->line, $meaning->due !== null || $placement !== null) ?? $context->calendars[$meaning->calendar ?? ''] ?? '',
            isTask: $meaning->isTask ?? true,
            placement: $placement,
            rule: $meaning->rule,
            afterDone: $meaning->afterDone && $meaning->rule !== null,
            calendar: $meaning->calendar,
            due: $meaning->due,
            importance: $meaning->importance,
            estimate: $isWholeDay ? $meaning->minutes : null,
            reminders: $reminders,
            segments: self::segments($line->line, $places),
            notBefore: $meaning->notBefore,
            around: $placement === null ? $meaning->around : null,
            offDay: $placement === null ? OffDay::Keep : $meaning->offDay,
            effort: $meaning->effort,
            labels: array_values(array_unique($meaning->labels)),
            place: $meaning->place,
            steps: $meaning->steps,
            problems: array_values(array_unique($meaning->problems)),
            otherTime: $meaning->otherTime,
            otherDate: $placement === null ? null : $meaning->date?->other,
            leadUps: $meaning->leadUps,
            except: $meaning->rule === null ? [] : $meaning->except,
            others: $parts === [] ? self::others($line, $meaning->others) : [],
            aim: $meaning->rule === null ? null : $meaning->aim,
            isSilent: $meaning->isSilent && $reminders === [],
            unknownLabel: $filing->unknownLabel(),
            unknownCalendar: $meaning->calendar === null ? $filing->unknownCalendar() : null,
            parts: $parts,
        );
    }

    /** "Hand in by noon": where nothing else is left, what is to be done by then is the title. */
    private static function deed(string $line, bool $isWhen): ?string
    {
        return $isWhen && preg_match('/^\s*(hand\s+in|finish|start|begin)\s/iu', $line, $found) === 1 ? $found[1] : null;
    }

    /**
     * @param  list<array{int, int, string, string}>  $others  as Meaning has them
     * @return list<array{words: string, line: string}>
     */
    private static function others(Text $line, array $others): array
    {
        return array_map(
            function (array $other) use ($line): array {
                [$from, $to] = $line->written($other[0], $other[1]);

                return ['words' => $other[3], 'line' => substr_replace($line->line, $other[2], $from, $to - $from)];
            },
            $others,
        );
    }

    /**
     * What stands by itself between commas behind something that was understood, while the title stands elsewhere: a place, a calendar or a
     * condition that was not known for one.
     *
     * @param  list<array{int, int, string}>  $places
     * @return list<string>
     */
    private static function apart(string $line, array $places): array
    {
        $seen = $line;
        foreach ($places as [$from, $to]) {
            $seen = substr_replace($seen, str_repeat("\x02", $to - $from), $from, $to - $from);
        }
        preg_match_all("~\x02\\s*[,;–]\\s*(?<w>[^,;\x02]*\\p{L}[^,;\x02]*?)\\s*(?=[,;.]|\\.?\\s*$|\x02)~u", $seen, $m, PREG_OFFSET_CAPTURE);
        $found = [];
        foreach ($m['w'] as [$words, $at]) {
            if (preg_match('~\p{L}{2,}~u', str_replace("\x02", '', substr($seen, 0, $at))) === 1) {
                $found[] = rtrim($words, ' .');
            }
        }

        return $found;
    }

    /** @param  non-empty-list<string>  $left */
    private static function sayLeft(array $left, bool $isLess): string
    {
        $words = implode(', ', array_map(fn (string $word): string => "“{$word}”", array_slice($left, 0, 3)));

        [$was, $stays] = count($left) === 1 ? ['was', 'stays'] : ['were', 'stay'];

        return "{$words} {$was} not understood".
            ($isLess ? ', so no day, time or rhythm is taken from the rest of it.' : ", and {$stays} in the title.");
    }

    /**
     * Where in the line as it was written each of them stands; two that come of one word are one.
     *
     * @param  list<Phrase>  $chosen
     * @return list<array{int, int, Role}> first byte, the byte after the last, and the role
     */
    private static function places(Text $line, array $chosen): array
    {
        $places = [];
        foreach ($chosen as $one) {
            [$from, $to] = $line->written($one->from, $one->to);
            $last = count($places) - 1;
            if ($last >= 0 && $from < $places[$last][1]) {
                $places[$last][1] = max($to, $places[$last][1]);
            } else {
                $places[] = [$from, $to, $one->role];
            }
        }

        return $places;
    }

    /**
     * What nothing was made of, with what joined it to the rest gone.
     *
     * @param  list<array{int, int, Role}>  $places
     */
    private static function title(string $line, array $places): string
    {
        $written = $line;
        foreach ($places as [$from, $to, $role]) {
            if ($role !== 'title') {
                $line = substr_replace($line, str_repeat("\x01", $to - $from), $from, $to - $from);
            }
        }
        $joint = '[\s,;:–—-]*';
        $line = (string) preg_replace('~[(\[]\s*(?:[\s,;:\x01–—-]*)\x01(?:[\s,;:\x01–—-]*)[)\]]~u', "\x01", $line);
        $line = (string) preg_replace("~{$joint}(?:\x01+{$joint}(?:(?:and|on|at|,)\\s+(?=\x01))?)+~iu", ' ', $line);
        if (($places[0][2] ?? '') === 'reminder') {
            $line = (string) preg_replace('~^\s*to\s+(?=\S)~iu', '', $line); // remind me tomorrow to
        }

        $line = trim((string) preg_replace('/\s+/u', ' ', $line), " ,;:\n\t");
        $polite = '/[\s,]+(?:please|pls|thanks|thank you|inclusive|incl\.?)[.!]?$/iu';
        $plain = trim((string) preg_replace([self::ADDRESS, $polite], '', $line), " ,;:\n\t");
        // "Send thanks" is a title.
        $plain = str_contains($plain, ' ') ? $plain : trim((string) preg_replace(self::ADDRESS, '', $line), " ,;:\n\t");
        $isWhole = $plain !== '' && (str_contains($plain, ' ') || ! str_contains($line, ' must ')); // "I must go" says no less
        $line = $isWhole ? $plain : $line;

        // What led to a phrase goes with it: "the party is (on Saturday)".
        $last = preg_match('/\s(?:is|are|for|on|at|in|by|from)$/iu', $line, $m) === 1 ? trim($m[0]) : '';
        if ($last !== '' && ! str_ends_with(rtrim($written, ' .!?'), " {$last}")) {
            $line = substr($line, 0, -strlen($last) - 1);
        }

        // A full stop behind what was understood ends the line, and not the title.
        return (string) preg_replace(['/\s+\.$/u', '/\s+([!?])$/u'], ['', '$1'], $line);
    }

    /**
     * @param  list<array{int, int, Role}>  $places
     * @return list<Segment>
     */
    private static function segments(string $line, array $places): array
    {
        $segments = [];
        $at = 0;
        foreach ($places as [$from, $to, $role]) {
            if ($role === 'title') {
                continue;
            }
            if ($from > $at) {
                $segments[] = new Segment(substr($line, $at, $from - $at), 'title');
            }
            $segments[] = new Segment(substr($line, $from, $to - $from), $role);
            $at = $to;
        }
        if ($at < strlen($line)) {
            $segments[] = new Segment(substr($line, $at), 'title');
        }

        return $segments;
    }
}
