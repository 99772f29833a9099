<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Reminding\Channel;
use PlumRota\Core\Time\LocalDateTime;

/** When to be reminded, and by which channels. */
final readonly class ReminderPhrases
{
    private const MOST = 5;

    /** What asks for a reminder even where it does not say when. */
    private const LEAD = '(?:with\s+a\s+reminder|(?:set(?:\s+up)?|create|add)\s+(?:me\s+)?a\s+reminder(?=\s+(?:for|to|on|about)\s)|(?:(?:can|could|would|will)\s+you\s+(?:please\s+)?)?(?:and\s+)?(?:please\s+(?:to\s+)?'.
        '|kindly\s+)?remind\s+me(?:\s+(?:of|about)\s+(?:it|this|that))?)';

    /** What does only where it says when. */
    private const ALSO = '(?:with\s+reminders|(?:and\s+)?(?:remind|reminders?|rem'.
        '|(?:nudge|ping|alert|notify|tell|warn|buzz|poke|prompt|beep)\s+me'.
        '|give\s+me\s+a\s+(?:nudge|shout|ping|heads[-\s]up)|let\s+me\s+know|heads[-\s]up|alert|alarm'.
        '|set\s+(?:a\s+reminder|an\s+alarm)(?:\s+for)?))';

    /** What says that there is to be none; before a word it is a thing, as "no reminder letters". */
    private const NONE = '(?:with\s+no|without(?:\s+(?:a|any))?|no)\s+(?:reminders?|alarms?|alerts?)'.
        '(?=\s*(?:[,;:.)]|$|please\b|for\s+(?:it|this)\b))(?:\s+for\s+(?:it|this))?'.
        '|(?:please\s+)?(?:don[\'’]?t|do\s+not|no\s+need\s+to)\s+remind\s+me(?:\s+(?:of|about)\s+(?:it|this))?';

    private const BY = '(?:by\s+(?<mail>e?-?mail)|(?:on\s+(?:the|my)|by)\s+(?<phone>phone)|on\s+(?:the\s+)?screen)';

    private const AND = '\s*(?:,\s*(?:and\s+)?|and\s+|&\s*)';

    private const BEFORE = '\s+(?:before(?:hand|\s+(?:it(?:\s+(?:starts|begins|is\s+due))?|that|this|the\s+start))?|ahead'.
        '|earlier|early'.
        '|in\s+advance|prior)';

    /** "A 30 minutes reminder", "give me an hour's notice". */
    private const NOTICE = '(?:with\s+(?:an?\s+)?|give\s+me\s+|and\s+(?:an?\s+)?)?(?<n>\d{1,4}|half\s+an|'.Words::NUMBER.')[\s-]?'.
        self::UNIT.'(?:[\'’]s?)?\s+(?:reminder|notice|warning|heads[-\s]up)(?!\s+(?:to|for|of)\b)';

    /** The hour of a part of the day that is named without one. */
    private const OF_PART = ['day' => null, 'morning' => 8, 'evening' => 18, 'night' => 20];

    private const UNIT = '(?<unit>minutes?|mins?|m|hours?|hrs?|h|days?|d|weeks?|months?)';

    public function __construct(private Text $text, private Context $context, private DateReader $dates)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        foreach ($this->text->wordStarts() as $at) {
            $lead = $this->text->at(self::LEAD, $at);
            $also = $lead === null ? $this->text->at(self::ALSO, $at) : null;
            $found = match (true) {
                $lead !== null => $this->from($at, $lead->to, true),
                // Alone between commas it asks for one; before a word it is a thing, as "reminder letters".
                $also !== null => $this->from($at, $also->to, $this->isAlone($also)),
                default => null,
            };
            if ($found !== null) {
                $phrases[] = $found;
            }
            $day = $lead === null || $at > 0 ? null : $this->onDay($lead->to);
            if ($day !== null) {
                $phrases[] = $day;
            }
        }

        foreach ($this->text->all(self::NONE) as $found) {
            $phrases[] = new Phrase(
                $found->from,
                $found->to,
                'reminder',
                0,
                fn (Meaning $m) => ($m->isSilent = true),
            );
        }
        foreach ($this->text->all(self::NOTICE) as $found) {
            $count = $found->get('n') === 'half an' ? 0.5 : Words::number($found->get('n'));
            $wish = self::ahead($this->minutes($count, $found->get('unit')));
            $phrases[] = new Phrase(
                $found->from,
                $found->to,
                'reminder',
                0,
                fn (Meaning $m) => ($m->wishes[] = [$wish, []]),
                weight: 1.2,
            );
        }

        return $phrases;
    }

    /** "Remind me on 1 January about the licence": that day, with nothing said of the hour. */
    private function onDay(int $at): ?Phrase
    {
        $on = $this->text->at('\s+(?:on\s+)?', $at, false);
        $date = $on === null ? null : $this->dates->atOrOf($this->text, $on->to);
        $end = $date === null || $date->fault !== null ? null : $this->text->at('\s+(?:to|about|of|that|for)(?=\s)', $date->to, false);

        return $date === null || $end === null || $date->half !== null
            ? null
            : new Phrase(0, $end->to, 'reminder', Phrase::DATE, function (Meaning $m) use ($date): void {
                $m->date = $date;
                $m->wishes[] = [new ReminderWish(minutes: 0), []];
            });
    }

    private function isAlone(Found $found): bool
    {
        return $found->get('0') === 'reminder' &&
            preg_match('/[,;]\s*(?:and\s+)?$/i', substr($this->text->seen, 0, $found->from)) === 1 &&
            preg_match('/\G\s*(?:[,;.]|$)/', $this->text->seen, offset: $found->to) === 1;
    }

    private function from(int $from, int $at, bool $isEnough): ?Phrase
    {
        [$at, $channels] = $this->channels($this->text->at(':', $at, false)->to ?? $at);
        $wishes = [];
        while (count($wishes) < self::MOST) {
            $step = $this->text->at($wishes === [] ? '\s*(?:,\s*)?' : self::AND, $at, false);
            $next = $step === null ? null : ($this->before($step->to) ?? $this->moment($step->to));
            // After "3 days before" a comma and 20 minutes are how long it takes.
            $isLength = $wishes !== [] && $step !== null && $next !== null &&
                preg_match('/and|&/i', substr($this->text->seen, $at, $step->to - $at)) !== 1 &&
                preg_match('/^\d{1,4}\s?\p{L}+$/u', substr($this->text->seen, $step->to, $next[1] - $step->to)) === 1;
            if ($next === null || $isLength || ($wishes !== [] && $this->goesOn($next[1]))) {
                break;
            }
            array_push($wishes, ...$next[0]);
            $at = $next[1];
        }
        [$at, $later] = $this->channels($at);
        $channels = [...$channels, ...$later];
        if ($wishes === [] && ! $isEnough) {
            return null;
        }
        $to = $this->text->at('\s+(?:to|about|of|that|for)(?=\s)', $at, false);
        $at = $to !== null && trim(substr($this->text->seen, 0, $from)) === '' ? $to->to : $at;

        return new Phrase(
            $from,
            $at,
            'reminder',
            0,
            function (Meaning $m) use ($wishes, $channels): void {
                foreach ($wishes === [] ? [new ReminderWish(minutes: 0)] : $wishes as $wish) {
                    $m->wishes[] = [$wish, $channels];
                }
            },
            weight: $wishes === [] ? 1.0 : 1.2,
        );
    }

    /** @return array{int, list<Channel>} where it goes on, and what was named */
    private function channels(int $at): array
    {
        $channels = [];
        while (($found = $this->text->at('\s*(?:,|and)?\s+'.self::BY, $at)) !== null) {
            $channels[] = $found->has('mail') ? Channel::Mail : ($found->has('phone') ? Channel::Phone : Channel::Screen);
            $at = $found->to;
        }
        // "by phone and mail"
        $more = $channels === [] ? null : $this->text->at('\s+and\s+(?:(?<mail>e?-?mail)|(?<phone>phone))', $at);
        if ($more !== null) {
            $channels[] = $more->has('mail') ? Channel::Mail : Channel::Phone;
            $at = $more->to;
        }

        return [$at, $channels];
    }

    /**
     * So long before: "30 minutes", "one week, two days and two hours before", "14, 7 and 2 days before at 9".
     *
     * @return array{non-empty-list<ReminderWish>, int}|null
     */
    private function before(int $at): ?array
    {
        $lengths = $numbers = [];
        $end = $saidBefore = null;
        while (count($lengths) + count($numbers) < self::MOST) {
            $one = $this->text->at('(?<n>\d{1,4}|half\s+an|'.Words::NUMBER.')\s?'.self::UNIT, $at);
            $number = $one === null ? $this->text->at('(?<n>\d{1,3})(?=\s*(?:,|and\s))', $at) : null;
            $long = $number === null ? $this->text->at(LengthReader::LENGTH, $at) : null;
            $isLong = $long !== null && ($one === null || $long->to > $one->to); // an hour and a half
            if ($one !== null && ! $isLong) {
                foreach ([...$numbers, $one->get('n') === 'half an' ? 0.5 : Words::number($one->get('n'))] as $count) {
                    $lengths[] = $this->minutes($count, $one->get('unit'));
                }
                $numbers = [];
                $at = $end = $one->to;
            } elseif ($number !== null) {
                $numbers[] = Words::number($number->get('n'));
                $at = $number->to;
            } elseif ($long !== null && $isLong) {
                $lengths[] = LengthReader::minutes($long);
                $at = $end = $long->to;
            } else {
                break;
            }
            $ends = $this->text->at(self::BEFORE, $at);
            if ($ends !== null) {
                if ($saidBefore !== null && $this->goesOn($ends->to)) {
                    return $saidBefore;
                }
                $end = $ends->to;
                $saidBefore = $lengths === [] ? null : [array_map(self::ahead(...), $lengths), $end];
                $more = $this->text->at(self::AND.'(?=(?:\d|half|'.Words::NUMBER.')[^,;]{0,20}\bbefore)', $end, false);
                if ($more === null) {
                    break;
                }
                $at = $more->to;

                continue;
            }
            $and = $this->text->at(self::AND, $at, false);
            if ($and === null) {
                break;
            }
            $at = $and->to;
        }
        if ($lengths === [] || $end === null) {
            return null;
        }
        $clock = $this->clockAt($end);
        $wishes = array_map(
            fn (int $minutes): ReminderWish => $clock !== null && $minutes % 1440 === 0
                ? new ReminderWish(days: intdiv($minutes, 1440), at: $clock)
                : self::ahead($minutes),
            $lengths,
        );
        $isDays = $clock !== null && array_filter($lengths, fn (int $minutes): bool => $minutes % 1440 !== 0) === [];

        return [$wishes, $isDays ? $clock->to : $end];
    }

    private static function ahead(int $minutes): ReminderWish
    {
        return new ReminderWish(minutes: min(366 * 1440, $minutes));
    }

    /** "…, 2 weeks before order the pies": that is to be done, not to be reminded of. */
    private function goesOn(int $at): bool
    {
        return preg_match('/\G(?:\s*:|\s+(?!and\b|by\b|on\b|at\b|please\b)\p{L})/iu', $this->text->seen, offset: $at) === 1;
    }

    private function minutes(int|float $number, string $unit): int
    {
        return (int) round($number * match (true) {
            str_starts_with($unit, 'month') => 31 * 1440,
            $unit[0] === 'm' => 1,
            $unit[0] === 'h' => 60,
            $unit[0] === 'w' => 10080,
            default => 1440,
        });
    }

    /**
     * At a moment of its own: the evening before at six, on the day at 8:30, tonight at nine, on 17 December at ten, in twenty
     * minutes.
     *
     * @return array{non-empty-list<ReminderWish>, int}|null
     */
    private function moment(int $at): ?array
    {
        $starts = $this->text->at('(?:when\s+it\s+(?:starts|begins)|at\s+the\s+(?:start|time))', $at);
        if ($starts !== null) {
            return [[new ReminderWish(minutes: 0)], $starts->to];
        }
        $eve = $this->text->at('(?:on\s+)?(?:the\s+)?(?<part>day|evening|night|morning)\s+before', $at);
        if ($eve !== null) {
            $clock = $this->clockAt($eve->to, $eve->get('part') === 'evening' || $eve->get('part') === 'night' ? 'pm' : null);

            $clock ??= self::OF_PART[$eve->get('part')] === null ? null : self::hour($eve->to, self::OF_PART[$eve->get('part')]);

            return [[$clock === null ? new ReminderWish(minutes: 1440) : new ReminderWish(days: 1, at: $clock)], $clock->to ?? $eve->to];
        }
        $same = $this->text->at('(?:in\s+the|on\s+the|(?:on\s+)?that)(?:\s+same)?\s+(?<part>morning|evening)', $at);
        if ($same !== null) {
            $clock = $this->clockAt($same->to, $same->get('part') === 'evening' ? 'pm' : 'am')
                ?? self::hour($same->to, self::OF_PART[$same->get('part')] ?? 8);

            return [[new ReminderWish(days: 0, at: $clock)], $clock->to];
        }
        $day = $this->text->at('(?:on\s+)?the\s+(?:same\s+)?day(?:\s+itself)?', $at);
        $clock = $day === null ? null : $this->clockAt($day->to);
        if ($clock !== null) {
            return [[new ReminderWish(days: 0, at: $clock)], $clock->to];
        }
        $length = $this->text->at('in\s+'.LengthReader::LENGTH, $at);
        if ($length !== null) {
            return [[new ReminderWish(moment: $this->context->now->plusMinutes(LengthReader::minutes($length)))], $length->to];
        }
        $on = $this->text->at('on\s+', $at, false);
        $date = $this->dates->at($this->text, $on->to ?? $at);
        if ($date !== null && $date->fault === null) {
            $clock = $this->clockAt($date->to, $date->half)
                ?? ($date->half === null ? null : self::hour($date->to, self::OF_PART[$date->half === 'am' ? 'morning' : 'evening']));

            return $clock === null
                ? null
                : [[new ReminderWish(moment: LocalDateTime::of($date->date, $clock->time($date->half)))], $clock->to];
        }
        $lead = $this->text->at('at\s+', $at, false);
        $clock = ClockReader::at($this->text, $lead->to ?? $at, false);
        if ($clock === null || $clock->fault !== null) {
            return null;
        }
        $eve = $this->text->at('\s+(?:on\s+)?the\s+(?:day|evening|night)\s+before', $clock->to);
        if ($eve !== null) {
            return [[new ReminderWish(days: 1, at: $clock)], $eve->to];
        }
        $gap = $this->text->at('\s+(?:on\s+)?', $clock->to, false);
        $date = $gap === null ? null : $this->dates->at($this->text, $gap->to);
        if ($date !== null && $date->fault === null) {
            return [[new ReminderWish(moment: LocalDateTime::of($date->date, $clock->time($date->half)))], $date->to];
        }

        return $lead === null ? null : [[new ReminderWish(days: 0, at: $clock)], $clock->to];
    }

    private static function hour(int $to, int $hour): Clock
    {
        return new Clock($to, $hour, 0, null, false, 'exact', isPadded: true);
    }

    /** @param  'am'|'pm'|null  $half */
    private function clockAt(int $at, ?string $half = null): ?Clock
    {
        $lead = $this->text->at('\s*,?\s+at\s+', $at, false);
        $bare = $lead === null ? $this->text->at('\s*,?\s+', $at, false) : null;
        $clock = $lead === null && $bare === null ? null : ClockReader::at($this->text, $lead->to ?? $bare->to ?? $at);
        if ($clock === null || $clock->fault !== null || ($lead === null && $clock->form === 'number')) {
            return null;
        }

        return $half === null || $clock->half !== null || ! $clock->isOpen
            ? $clock
            : new Clock($clock->to, $clock->hour, $clock->minute, $half, true, $clock->form);
    }
}
