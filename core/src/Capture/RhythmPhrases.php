<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\Frequency;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\WeekdayNum;
use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\Weekday;

/** How often something comes round, in which months, on which days it does not, and until when. */
final readonly class RhythmPhrases
{
    /** After these a number is no count. */
    private const NUMBERED = ['chapter', 'page', 'number', 'no', 'room', 'part', 'step', 'lesson', 'week'];

    /** Before the last day of a rhythm. */
    private const UNTIL = '(?:(?:(?:right|all\s+the\s+way)\s+)?(?:up\s+)?(?:until|till|to)|up\s+until|through(?:\s+to)?'.
        '|end\s+date(?:\s+is)?'.
        '|(?:and\s+)?(?:ends?|ending|finish(?:es|ing)?|stops?|stopping)(?:\s+on)?'.
        '|(?:with\s+)?(?:the\s+)?(?:last|final)(?:\s+(?:one|time|date|day))?(?:\s+(?:is|being))?(?:\s+on)?)\s*:?\s+(?:the\s+)?';

    /** Times a week that are aimed at. */
    private const MOST_AIMED = 50;

    private const MONTHLY = '(?:(?:every|each|the|a)\s+)?month';

    /** Hours, as they stand between a weekday and what ends its rhythm. */
    private const HOURS = ',?\s+(?:at\s+|from\s+)?\d{1,2}(?:[:.]?[0-5]\d)?(?:\s?[ap]m|h)?'.
        '(?:(?:\s*[-–]\s*|\s+(?:to|until|till)\s+)\d{1,2}(?:[:.]?[0-5]\d)?(?:\s?[ap]m|h)?)?'.
        '(?:,?\s+(?:for\s+)?\d{1,3}\s?(?:minutes?|mins?|m|hours?|hrs?|h))?';

    private const DATED = '(?:\d{1,2}(?:st|nd|rd|th)?\s+(?:of\s+)?'.Words::MONTH.'|'.Words::MONTH.'\s+\d{1,2}(?:st|nd|rd|th)?)';

    /** After a weekday these make a rhythm of it: "Thu 18:00 until 22 December", "Mon 7:00 x10", "Sat apr–oct". */
    private const ENDED = '(?:'.self::HOURS.')?,?\s+(?:[x×]\s?\d{1,3}(?![\d\p{L}])|'.
        Words::MONTH.'(?:\s*[-–]\s*|\s+(?:to|until|till|through)\s+)'.Words::MONTH.'(?!\s*\d))'.
        '|'.self::HOURS.',?\s+(?:(?:until|till)\s+(?:the\s+)?(?:'.self::DATED.'|'.Words::MONTH.'|end\s+of\s|easter|christmas)'.
        '|for\s+(?:the\s+next\s+)?(?:[2-9]|[1-5]\d|'.Words::HOUR_WORD.')\s+(?:weeks|months)(?!\p{L})'.
        '|from\s+(?:the\s+)?'.self::DATED.'(?:\s*[-–]\s*|\s+(?:to|until|till)\s+)(?:the\s+)?'.self::DATED.')';

    private const DONE = '(?<done>(?:count(?:ed|ing)\s+)?(?:after|from)\s+(?:'.
        '(?:it\s+is|it[\'’]s|it\s+was|being|having\s+been|when\s+it\s+(?:is|was)|when\s+it[\'’]?s)\s+(?:last\s+)?(?:done'.
            '|finished|changed)|'.
        '(?:the\s+|each\s+|every\s+|my\s+)?(?:last|previous)\s+(?:time|done|one|\p{L}{3,})|(?:each|every)\s+\p{L}{3,}|'.
        '(?:last\s+)?(?:doing|finishing|done|completion)(?:\s+it)?|'.
        'the\s+day\s+(?:on\s+which\s+|when\s+|that\s+)?it\s+(?:is|was)\s+(?:last\s+)?\p{L}+|'.
        '(?:when\s+|every\s+time\s+)?I(?:[\'’]?ve)?(?:\s+have)?(?:\s+last\s+\p{L}+|\s+(?:did|finish|finished|do|done))'.
            '(?:\s+it)?)(?:\s+each\s+time)?)';

    public function __construct(private Text $text, private DateReader $dates)
    {
    }

    /** @return list<Phrase> */
    public function all(): array
    {
        $phrases = [];
        $rhythms = [];
        // Patterns are put together once, and one look for all of them says whether there is any; what they mean is asked for then.
        Kept::$rhythms ??= array_keys($this->rhythms());
        foreach ($this->text->has('rhythms', Kept::$rhythms) ? Kept::$rhythms : [] as $pattern) {
            $isLoose = str_starts_with($pattern, '(?<loose>)');
            foreach ($this->text->all($pattern) as $found) {
                $make = ($rhythms === [] ? $rhythms = $this->rhythms() : $rhythms)[$pattern];
                if ($isLoose && in_array($this->text->wordBefore($found->from), ['the', 'a', 'an'], true)) {
                    continue;
                }
                $made = $make($found);
                if ($made === null) {
                    continue;
                }
                $half = $found->has('part') ? $found : $this->text->at('\s+(?:in\s+the\s+|at\s+)(?<part>'.Words::PART.')', $found->to);
                $phrases[] = new Phrase(
                    $found->from,
                    max($found->to, $half === null ? 0 : $half->to),
                    'rhythm',
                    Phrase::RHYTHM,
                    function (Meaning $m) use ($made, $found, $half): void {
                        $m->rule = $made;
                        $m->afterDone = $found->has('done');
                        $m->offDay = $found->has('working') ? $this->offDay($found->get('place')) : $m->offDay;
                        $m->half = $half === null ? $m->half : DateReader::half($half->get('part'));
                        $m->isNight = $half !== null && $half->get('part') === 'night';
                        array_push($m->others, ...self::othersOf($found));
                    },
                    $isLoose && ! ($found->from === 0 && ($found->has('plural') || count(Words::weekdays($found->get('days'))) > 1)),
                );
            }
        }

        return [
            ...$phrases,
            ...$this->months(),
            ...$this->exceptions(),
            ...$this->datesOut(),
            ...$this->datesIn(),
            ...$this->ends(),
            ...$this->howOften(),
            ...$this->aims(),
            ...$this->soLongADay(),
            ...$this->everyHoliday(),
            ...$this->again(),
        ];
    }

    /**
     * "Every third Thursday" is one in three weeks, and to some the third of a month.
     *
     * @return list<array{int, int, string, string}> as Meaning has them
     */
    private static function othersOf(Found $found): array
    {
        $days = $found->has('days') ? Words::weekdays($found->get('days')) : [];
        $place = $found->has('turn') && $found->get('turn') !== 'other' ? Words::place($found->get('turn')) : 0;
        if (count($days) !== 1 || $place < 2) {
            return [];
        }
        $part = $found->has('part') ? ' in the '.rtrim($found->get('part'), 's') : '';
        $nth = ['second', 'third', 'fourth', 'fifth'][$place - 2];
        $words = "the {$nth} {$days[0]->english()} of each month{$part}";

        return [[$found->from, $found->to, "on {$words}", "rather {$words}"]];
    }

    /** A holiday is no working day: the last one is the one before it, the first one the one after. */
    private function offDay(string $place): OffDay
    {
        return match (true) {
            $place === '' => OffDay::Skip,
            Words::place($place) < 0 => OffDay::Before,
            default => OffDay::After,
        };
    }

    /** @return array<string, callable(Found): ?RecurrenceRule> those that may be ordinary words begin with (?<loose>) */
    private function rhythms(): array
    {
        $number = Words::NUMBER;
        $place = Words::PLACE;
        $weekday = Words::WEEKDAY;
        $weekdays = Words::WEEKDAYS;
        $month = Words::MONTH;
        $day = '(?:'.Words::DAY.'|last\s+day)';
        $days = $day.'(?:'.Words::AND.$day.')*';
        $places = $place.'(?:'.Words::AND.$place.')*';
        $kind = "(?<day>weekday|(?<working>working\s+day|business\s+day)|{$weekday})";
        $each = '(?:every|each)';
        $monthly = "(?:{$each}\s+month|monthly|every\s+(?<gap>other|second|third|{$number})\s+months?)";
        $turn = 'other|second|2nd|third|3rd|fourth|4th|fifth|5th';
        $weekly =
            "(?:{$each}\s+week|weekly|every\s+(?<gap>{$turn}|{$number})\s+weeks?|".
            '(?<two>fortnightly|every\s+fortnight))';
        $yearly = "(?:{$each}\s+year|yearly|annually|once\s+a\s+year)";
        $part = '(?:\s+(?<part>'.Words::PART.'))?';
        $done = self::DONE;

        return [
            "(?:always\s+)?(?:again\s+|every\s+)?(?<n>{$number})\s+(?<unit>day|week|month|year)s?\s*,?\s+{$done}" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule($this->frequency($f->get('unit')), max(1, Words::number($f->get('n')))),
            "{$done}\s*,?\s+(?:always\s+)?(?:again\s+)?every\s+(?<n>{$number})\s+(?<unit>day|week|month|year)s?" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule($this->frequency($f->get('unit')), max(1, Words::number($f->get('n')))),
            // of the month
            "{$monthly}\s+on\s+the\s+(?<place>{$places})\s+{$kind}" => fn (Found $f): RecurrenceRule => $this->nthOfMonth($f),
            "(?:{$each}\s+|(?:on\s+)?(?:the\s+)?)(?<place>{$places})\s+{$kind}\s+(?:(?:of|in)\s+".self::MONTHLY.'|(?:every'.
                '|each)\s+month|monthly)' => fn (
                    Found $f,
                ): RecurrenceRule => $this->nthOfMonth($f),
            "(?:on\s+)?(?:the\s+)?(?<place>{$place}(?:".Words::AND."{$place})+)\s+(?<day>{$weekday})(?!\s+(?:of|in)\b)" => fn (
                Found $f,
            ): RecurrenceRule => $this->nthOfMonth($f),
            "{$each}\s+(?<place>first|1st|last)\s+{$kind}" => fn (Found $f): RecurrenceRule => $this->nthOfMonth($f),
            "{$each}\s+(?<nth>{$place})\s+day\s+(?:of|in)\s+".self::MONTHLY => fn (Found $f): RecurrenceRule => new RecurrenceRule(
                Frequency::Monthly,
                byMonthDay: [Words::place($f->get('nth'))],
            ),
            "{$monthly}\s+on\s+(?:the\s+)?(?<dates>{$days})" => fn (Found $f): ?RecurrenceRule => $this->datesOfMonth($f),
            "(?:on\s+)?(?:the\s+)?(?<dates>{$days})\s+(?:(?:of|in)\s+".self::MONTHLY.'|(?:every|each)\s+month|monthly)' => fn (
                Found $f,
            ): ?RecurrenceRule => $this->datesOfMonth($f),
            "{$each}\s+(?<dates>".
            Words::DAY.
            '(?:'.
            Words::AND.
            Words::DAY.
            ")*)(?!\s+(?:of\s+)?(?:{$month}|{$weekday}|day|week|month|year))" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->datesOfMonth($f),
            '(?:on\s+)?the\s+(?<dates>'.Words::DAY.'(?:'.Words::AND.Words::DAY.")+)(?!\s+(?:of\s+)?{$month}|\s+(?:of\s+)?{$weekday})" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->datesOfMonth($f),
            "{$monthly}\\s*,\\s*(?:on\\s+)?(?:the\\s+)?(?<place>{$places})\\s+{$kind}" => fn (
                Found $f,
            ): RecurrenceRule => $this->nthOfMonth($f),
            '(?:on\s+)?the\s+(?<bare>\d{1,2})\s+of\s+'.self::MONTHLY => fn (Found $f): ?RecurrenceRule => $f->get('bare') < 1 || $f->get('bare') > 31
                ? null
                : new RecurrenceRule(Frequency::Monthly, byMonthDay: [(int) $f->get('bare')]),
            "{$each}\s+(?<dates>{$days})\s+(?:of|in)\s+(?:the|each|every|a)\s+month" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->datesOfMonth($f),
            // of the quarter
            "(?:on\\s+)?(?:the\\s+)?(?<place>{$places})\\s+{$kind}\\s+(?:of|in)\\s+(?:every|each|the".
                '|a)\\s+(?<quarter>quarter)' => fn (Found $f): RecurrenceRule => $this->nthOfMonth($f)->inMonths(
                    Words::place($f->get('place')) < 0 ? [3, 6, 9, 12] : [1, 4, 7, 10],
                ),
            // of named months
            "(?:on\\s+)?(?:the\\s+)?(?<place>{$place})\\s+{$kind}\\s+(?:of|in)\\s+(?<months>{$month}(?:".Words::AND."{$month})+)" => fn (
                Found $f,
            ): RecurrenceRule => $this->nthOfMonth($f)->inMonths(Words::months($f->get('months'))),
            '(?:on\\s+)?(?:the\\s+)?(?<date>\\d{1,2})'.
                "(?:st|nd|rd|th)?\\s+(?:of\\s+)?(?<months>{$month}".
                "(?:\\s*,\\s*{$month})*(?:\\s*,?\\s+and\\s+|\\s*[&/+]\\s*){$month})(?:\\s+{$yearly})?" => fn (
                    Found $f,
                ): ?RecurrenceRule => (int) $f->get('date') < 1 || (int) $f->get('date') > 31
                ? null
                : new RecurrenceRule(Frequency::Yearly, byMonthDay: [(int) $f->get('date')], byMonth: Words::months($f->get('months'))),
            "(?:on\\s+)?(?<date>\\d{1,2})(?:st|nd|rd|th)?\\s+(?<m1>{$month})".Words::AND.'(?<d2>\\d{1,2})'.
                "(?:st|nd|rd|th)?\\s+(?<m2>{$month})\\s+{$yearly}" => fn (
                    Found $f,
                ): ?RecurrenceRule => $f->get('date') !== $f->get('d2')
                ? null
                : new RecurrenceRule(
                    Frequency::Yearly,
                    byMonthDay: [(int) $f->get('d2')],
                    byMonth: [Words::month($f->get('m1')), Words::month($f->get('m2'))],
                ),
            "twice\\s+(?:a|per|every)\\s+year\\s*[:,]?\\s+(?:on\\s+)?(?<date>\\d{1,2})(?:st|nd|rd|th)?\\s+(?<m1>{$month})".Words::AND.
                "(?<d2>\\d{1,2})(?:st|nd|rd|th)?\\s+(?<m2>{$month})" => fn (Found $f): ?RecurrenceRule => $f->get('date') !== $f->get('d2')
                ? null
                : new RecurrenceRule(
                    Frequency::Yearly,
                    byMonthDay: [(int) $f->get('d2')],
                    byMonth: [Words::month($f->get('m1')), Words::month($f->get('m2'))],
                ),
            "twice\\s+(?:a|per|every)\\s+year,?\\s+(?:in\\s+)?(?<months>{$month}".Words::AND."{$month})" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule(
                Frequency::Yearly,
                byMonth: Words::months($f->get('months')),
            ),
            // of the year
            "{$yearly}\s+on\s+the\s+(?<place>{$place})\s+{$kind}\s+(?:of|in)\s+(?<month>{$month})" => fn (
                Found $f,
            ): RecurrenceRule => $this->nthOfYear($f),
            "on\s+the\s+(?<place>{$place})\s+{$kind}\s+(?:of|in)\s+(?<month>{$month})\s+{$yearly}" => fn (
                Found $f,
            ): RecurrenceRule => $this->nthOfYear($f),
            "{$yearly}\s+on\s+(?:the\s+)?(?<date>\d{1,2})(?:st|nd|rd|th)?\s+(?:of\s+)?(?<month>{$month})" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->dateOfYear($f),
            "{$yearly}\s+on\s+(?<month>{$month})\s+(?:the\s+)?(?<date>\d{1,2})(?:st|nd|rd|th)?" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->dateOfYear($f),
            "{$each}\s+(?<date>\d{1,2})(?:st|nd|rd|th)?\s+(?:of\s+)?(?<month>{$month})" => fn (
                Found $f,
            ): ?RecurrenceRule => $this->dateOfYear($f),
            // of the week
            "{$weekly}\s+on\s+(?:a\s+)?(?:(?<days>{$weekdays})|weekdays)" => fn (Found $f): RecurrenceRule => $this->weekly(
                $f->has('days') ? Words::weekdays($f->get('days')) : $this->workDays(),
                $f->has('two') ? 2 : $this->gap($f->get('gap')),
            ),
            "(?:every\s+week\s+)?(?:(?:{$each}|from)\s+)?(?<a>{$weekday})\s*(?:-|–|\s+through\s+)\s*(?<b>{$weekday})".
                "(?!\s+next\b)" => fn (
                    Found $f,
                ): RecurrenceRule => $this->weekly(
                    Words::weekdaysBetween(Words::weekday($f->get('a')), Words::weekday($f->get('b'))),
                ),
            "(?:from\s+)?(?<a>{$weekday})\s+(?:to|until|till)\s+(?<b>{$weekday})".
                "(?=,?\s+(?:at\s+|from\s+)?\d{1,2}(?:[:.]\d\d|\s?[ap]m))" => fn (
                    Found $f,
                ): RecurrenceRule => $this->weekly(
                    Words::weekdaysBetween(Words::weekday($f->get('a')), Words::weekday($f->get('b'))),
                ),
            "(?:{$each}|{$each}\s+week\s+from)\s+(?<a>{$weekday})\s+to\s+(?<b>{$weekday})" => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(
                Words::weekdaysBetween(Words::weekday($f->get('a')), Words::weekday($f->get('b'))),
            ),
            "{$each}\s+(?:weekday|(?<working>working\s+day))(?:s(?=\W|$))?{$part}" => fn (): RecurrenceRule => $this->weekly(
                $this->workDays(),
            ),
            'on\s+weekdays' => fn (): RecurrenceRule => $this->weekly($this->workDays()),
            "every\s+(?<turn>{$turn})\s+weekend" => fn (Found $f): RecurrenceRule => $this->weekly(
                [Weekday::SA, Weekday::SU],
                $this->gap($f->get('turn')),
            ),
            '(?<loose>)(?<plural>weekends)' => fn (): RecurrenceRule => $this->weekly([Weekday::SA, Weekday::SU]),
            "(?<!next )(?<!this )(?<!last )(?:on\s+)?(?<days>{$weekday})(?=".self::ENDED.')' => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(Words::weekdays($f->get('days'))),
            "(?:{$each}\s+weekend|(?:on|at)\s+weekends)" => fn (): RecurrenceRule => $this->weekly([Weekday::SA, Weekday::SU]),
            "(?:every\s+(?<turn>{$turn})|(?:on\s+)?(?<alternate>alternate))\s+(?<days>{$weekdays}){$part}" => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(
                Words::weekdays($f->get('days')),
                $f->has('alternate') ? 2 : $this->gap($f->get('turn')),
            ),
            "{$each}\s+(?<days>{$weekdays}){$part}" => fn (Found $f): RecurrenceRule => $this->weekly(
                Words::weekdays($f->get('days')),
            ),
            'on\s+(?<days>'.Words::PLURALS.')(?:\s+(?<part>mornings|afternoons|evenings|nights))?' => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(Words::weekdays($f->get('days'))),
            "on\s+(?<days>{$weekday}(?:".Words::AND."{$weekday})+)" => fn (Found $f): RecurrenceRule => $this->weekly(
                Words::weekdays($f->get('days')),
            ),
            '(?<loose>)(?<plural>'.Words::PLURALS.')' => fn (Found $f): RecurrenceRule => $this->weekly(
                Words::weekdays($f->get('plural')),
            ),
            "(?<days>{$weekday}(?:".Words::AND."{$weekday})*)\s+(?<part>mornings|afternoons|evenings|nights)" => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(Words::weekdays($f->get('days'))),
            "(?<loose>)(?<days>{$weekday}(?:(?:".Words::AND."|\s+){$weekday})+)" => fn (Found $f): ?RecurrenceRule => count(
                Words::weekdays($f->get('days')),
            ) < 2
                ? null
                : $this->weekly(Words::weekdays($f->get('days'))),
            '(?<days>'.Words::PLURALS.')\s+fortnightly' => fn (Found $f): RecurrenceRule => $this->weekly(
                Words::weekdays($f->get('days')),
                2,
            ),
            "(?<two>fortnightly)\s+(?<days>{$weekdays})" => fn (
                Found $f,
            ): RecurrenceRule => $this->weekly(Words::weekdays($f->get('days')), 2),
            '(?<loose>)(?<plural>weekdays)' => fn (): RecurrenceRule => $this->weekly($this->workDays()),
            // by a number of units
            "every\s+(?<gap>{$turn})\s+(?<unit>day|week|month|year)" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule($this->frequency($f->get('unit')), $this->gap($f->get('gap'))),
            "(?:every|each)\s+(?<n>{$number})\s+(?<unit>hour|day|week|month|year)s?" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule($this->frequency($f->get('unit')), max(1, Words::number($f->get('n')))),
            'every\s+hour|(?<loose>)hourly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Hourly),
            "(?:at\\s+)?(?:the\\s+)?(?:beginning|start)\\s+of\\s+(?:{$each}|the)\\s+month" => fn (): RecurrenceRule => new RecurrenceRule(
                Frequency::Monthly,
                byMonthDay: [1],
            ),
            "(?:at\\s+)?(?:the\\s+)?end\\s+of\\s+{$each}\\s+month" => fn (): RecurrenceRule => new RecurrenceRule(
                Frequency::Monthly,
                byMonthDay: [-1],
            ),
            "(?:for\\s+)?(?<row>{$number})\\s+days\\s+(?:in\\s+a\\s+row|running|straight)" => fn (Found $f): RecurrenceRule => new RecurrenceRule(
                Frequency::Daily,
                count: max(1, Words::number($f->get('row'))),
            ),
            "for\\s+the\\s+next\\s+(?<row>{$number})\\s+(?<part>mornings|afternoons|evenings|nights)" => fn (Found $f): RecurrenceRule => new RecurrenceRule(
                Frequency::Daily,
                count: max(1, Words::number($f->get('row'))),
            ),
            '(?:on\s+)?alternate\s+(?<unit>day|week|month)s' => fn (Found $f): RecurrenceRule => new RecurrenceRule(
                $this->frequency($f->get('unit')),
                2,
            ),
            "{$each}\s+day|once\s+a\s+day" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Daily),
            "every\s+(?<gap>{$turn})\s+(?<part>morning|afternoon|evening|night)" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule(Frequency::Daily, $this->gap($f->get('gap'))),
            "{$each}\s+(?<part>morning|afternoon|evening|night)" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Daily),
            "{$each}\s+(?<months>{$month}(?:".Words::AND."(?:{$each}\s+)?{$month})*)(?!\s+\d)" => fn (
                Found $f,
            ): RecurrenceRule => new RecurrenceRule(
                Frequency::Yearly,
                byMonth: Words::months($f->get('months')),
            ),
            "{$each}\s+week|once\s+a\s+week" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Weekly),
            "{$each}\s+fortnight" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Weekly, 2),
            "{$each}\s+month|once\s+a\s+month" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Monthly),
            "(?:{$each}|once\s+a|once\s+per)\s+quarter" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Monthly, 3),
            "{$each}\s+year|once\s+a\s+year" => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Yearly),
            '(?<loose>)daily(?:\s+(?:twice|thrice)(?=[\s,;:–—-]*(?:at\s+)?\d))?' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Daily),
            '(?<loose>)weekly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Weekly),
            '(?<loose>)fortnightly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Weekly, 2),
            '(?<loose>)monthly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Monthly),
            '(?<loose>)quarterly' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Monthly, 3),
            '(?<loose>)(?:yearly|annually)' => fn (): RecurrenceRule => new RecurrenceRule(Frequency::Yearly),
        ];
    }

    /** @return list<Phrase> */
    private function months(): array
    {
        $phrases = [];
        foreach (
            $this->text->all(
                '(?:(?:from|in|only)\s+)?(?<a>'.
                    Words::MONTH.
                    ')\s*(?:\s(?:to|until|till|through)\s|-|–)\s*(?<b>'.
                    Words::MONTH.
                    ')(?!\s+\d)',
            ) as $found
        ) {
            $phrases[] = $this->inMonths(
                $found,
                Words::monthsBetween(Words::month($found->get('a')), Words::month($found->get('b'))),
            );
        }
        foreach ($this->text->all('(?:(?:only|(?:the\s+)?next\s+(?:time|one))\s+)?in\s+(?<m>'.Words::MONTHS.')(?!\s+\d{1,4}(?![\d:.]|\s?[ap]m|h))') as $found) {
            $phrases[] = $this->inMonths($found, Words::months($found->get('m')));
        }
        foreach ($this->text->all('(?:except|but\s+not|not)\s+(?:(?:in|during)\s+)?(?<m>'.Words::MONTHS.')(?!\s+\d)') as $found) {
            $phrases[] = $this->inMonths($found, array_values(array_diff(range(1, 12), Words::months($found->get('m')))));
        }

        return $phrases;
    }

    /** @return list<Phrase> what says once more that it comes round: "Thursdays, weekly from 14 January" */
    private function again(): array
    {
        return array_map(
            fn (Found $found): Phrase => new Phrase(
                $found->from,
                $found->to,
                'rhythm',
                0,
                fn (): bool => true,
                needsRhythm: true,
                weight: $found->has('often') ? 1.3 : 0.5,
            ),
            $this->text->all('weekly(?:\s+(?:twice|thrice))?|every\s+week|daily|every\s+(?:time|one)|(?<often>(?:twice|thrice|(?:two|three|four|five|[2-6])'.
                '\s+times)\s+(?:(?:a|per|every|each)\s+(?:week|day)|daily|weekly))'),
        );
    }

    /**
     * Dates on which it does not come: "except on 21 and 28 December", "skip 4 Dec", "but not on Easter Monday".
     *
     * @return list<Phrase>
     */
    private function datesOut(): array
    {
        $phrases = [];
        $lead = '(?:but\s+)?(?:not|except(?:\s+for)?|excluding|skip(?:ping)?|without'.
            '|apart\s+from)\s+(?:over\s+the\s+turn\s+of\s+the\s+year\s*\(\s*)?(?:on\s+)?';
        foreach ($this->text->wordStarts() as $at) {
            $found = $this->text->at($lead, $at, false);
            $list = $found === null ? null : $this->listOfDates($found->to);
            if ($list !== null) {
                $phrases[] = new Phrase(
                    $at,
                    $list[0],
                    'rhythm',
                    Phrase::DATES_OUT,
                    fn (Meaning $m) => array_push($m->except, ...$list[1]),
                    needsRhythm: true,
                    weight: 1.3,
                );
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> several dates, each once: "on 4, 11 and 18 December" */
    private function datesIn(): array
    {
        $phrases = [];
        foreach ($this->text->wordStarts() as $at) {
            $lead = $this->text->at('(?:on\s+)?(?:the\s+)?(?=\d|'.Words::MONTH.'|'.Words::WEEKDAY.')', $at, false);
            [$to, $dates] = ($lead === null ? null : $this->listOfDates($lead->to)) ?? [0, []];
            $rule = self::onDates($dates);
            if ($rule !== null && preg_match('/\bor\b/i', substr($this->text->seen, $at, $to - $at)) !== 1) {
                $phrases[] = new Phrase(
                    $at,
                    $to,
                    'rhythm',
                    Phrase::RHYTHM | Phrase::END | Phrase::DATE,
                    function (Meaning $m) use ($to, $dates, $rule): void {
                        $m->date = new ReadDate($to, $dates[0]);
                        $m->rule = $rule;
                    },
                );
            }
        }

        return $phrases;
    }

    /**
     * A rule says several dates where they lie in one month, or as far apart as each other.
     *
     * @param  list<LocalDate>  $dates
     */
    private static function onDates(array $dates): ?RecurrenceRule
    {
        $numbers = array_map(fn (LocalDate $date): int => $date->dayNumber(), $dates);
        $gaps = array_map(fn (int $from, int $to): int => $to - $from, array_slice($numbers, 0, -1), array_slice($numbers, 1));
        if ($gaps === [] || min($gaps) < 1) {
            return null;
        }
        $months = array_unique(array_map(fn (LocalDate $date): string => "{$date->year} {$date->month}", $dates));
        $days = array_map(fn (LocalDate $date): int => $date->day, $dates);

        return match (true) {
            count($months) === 1 => (new RecurrenceRule(Frequency::Monthly, byMonthDay: $days))->ending(count($days), null),
            count($gaps) === 1 || count(array_unique($gaps)) > 1 => null,
            $gaps[0] % 7 === 0 => (new RecurrenceRule(Frequency::Weekly, intdiv($gaps[0], 7)))->ending(count($dates), null),
            default => (new RecurrenceRule(Frequency::Daily, $gaps[0]))->ending(count($dates), null),
        };
    }

    /** @return array{int, list<LocalDate>}|null where it ends, and the dates */
    private function listOfDates(int $at): ?array
    {
        $dates = [];
        $to = null;
        $and = '(?:\s*,\s*(?:and\s+|or\s+)?|\s+(?:and|or)\s+|\s*[&/+]\s*)(?:on\s+)?';
        while (count($dates) < 30) {
            // 21 and 28 December: the month stands with the last.
            $several = $this->text->at('(?<days>\d{1,2}(?:st|nd|rd|th)?(?:'.$and.'\d{1,2}(?:st|nd|rd'.
                '|th)?)*)\s+(?:of\s+)?(?<m>'.Words::MONTH.')(?:\s+(?<y>\d{4}))?', $at)
                ?? $this->text->at('(?<m>'.Words::MONTH.')\s+(?<days>\d{1,2}(?:st|nd|rd|th)?(?:'.$and.'\d{1,2}(?:st|nd|rd'.
                    '|th)?)*)(?!\d)', $at);
            $found = [];
            if ($several !== null) {
                preg_match_all('/\d{1,2}/', $several->get('days'), $m);
                foreach ($m[0] as $day) {
                    $year = $several->has('y') ? " {$several->get('y')}" : '';
                    $read = $this->dates->at(new Text("{$day} {$several->get('m')}{$year}"), 0);
                    if ($read !== null && $read->fault === null) {
                        $found[] = $read->date;
                    }
                }
                $end = $several->to;
            } else {
                $read = $this->dates->at($this->text, $at);
                if ($read === null || $read->fault !== null || $this->isNamedByHalf($at, $read->to)) {
                    break;
                }
                $found[] = $read->date;
                $end = $read->to;
            }
            if ($found === []) {
                break;
            }
            array_push($dates, ...$found);
            $to = $end;
            $next = $this->text->at($and, $to, false);
            if ($next === null) {
                break;
            }
            $at = $next->to;
        }

        return $to === null ? null : [$this->text->at('\s*\)', $to, false)->to ?? $to, $dates];
    }

    /** "Until the Christmas concert" is not until Christmas. */
    private function isNamedAfter(int $from, ReadDate $date): bool
    {
        return $date->isLoose &&
            ! $this->isNamedByHalf($from, $date->to) &&
            $this->text->at(
                '\s+(?!(?:on|at|in|from|starting|except|every|each|daily|weekly|fortnightly|monthly|yearly|weekdays|weekends|with|and|or|for'.
                    '|by|but|not|to|please|remind|noon|half|quarter|'.Words::WEEKDAY.')\b)\p{L}',
                $date->to,
                false,
            ) !== null;
    }

    /** A weekday alone, or a number of a month that is not named. */
    private function isNamedByHalf(int $from, int $to): bool
    {
        return preg_match('/^(?:'.Words::WEEKDAY.'|'.Words::DAY.')$/i', trim(substr($this->text->seen, $from, $to - $from))) === 1;
    }

    /** @param  list<int>  $months */
    private function inMonths(Found $found, array $months): Phrase
    {
        sort($months);

        return new Phrase(
            $found->from,
            $found->to,
            'rhythm',
            Phrase::MONTHS,
            fn (Meaning $m) => ($m->months = array_values(array_unique($months))),
            needsRhythm: true,
        );
    }

    /** @return list<Phrase> days of the week on which it does not come, and holidays */
    private function exceptions(): array
    {
        $holidays = array_map(
            fn (Found $found): Phrase => new Phrase(
                $found->from,
                $found->to,
                'rhythm',
                Phrase::DATES_OUT,
                fn (Meaning $m) => ($m->offDay = OffDay::Skip),
                needsRhythm: true,
                weight: 1.1,
            ),
            $this->text->all('(?:except|(?:but\s+)?not|excluding|skip(?:ping)?|without)\s+(?:for\s+)?(?:(?:on|at)\s+)?(?:(?:the|any)\s+)?'.
                '(?:(?:bank|public|national|state)[-\s]+)holidays?'),
        );

        return [...$holidays, ...array_map(
            fn (Found $found): Phrase => new Phrase(
                $found->from,
                $found->to,
                'rhythm',
                Phrase::DAYS_OUT,
                fn (Meaning $m) => ($m->daysOut = $found->has('weekend')
                    ? [Weekday::SA, Weekday::SU]
                    : Words::weekdays($found->get('days'))),
                needsRhythm: true,
            ),
            $this->text->all(
                '(?:except|(?:but\s+)?not|but|excluding)\s+(?:for\s+)?(?:(?:on|at)\s+)?(?:(?<days>'.
                    Words::WEEKDAYS.
                    ')|(?<weekend>(?:the\s+)?weekends?))',
            ),
        )];
    }

    /** @return list<Phrase> */
    private function ends(): array
    {
        $phrases = [];
        foreach (
            $this->text->all(
                '(?:(?:(?:repeats?|only|just|for|a\s+total\s+of)\s+)?(?<n>'.Words::NUMBER.')\s+(?:(?:times|sittings|sessions'.
                    '|visits'.
                    '|appointments|occasions|occurrences|evenings|mornings|afternoons|lessons|classes)(?:\s+(?:over|in\s+(?:all'.
                    '|total)))?|in\s+(?:all|total))|(?:for\s+)?(?:the\s+)?(?:next\s+)?(?<n2>'.Words::NUMBER.')(?=\s+'.Words::PLURALS.
                    ')|(?<x>\d{1,3})\s?x|[x×]\s?(?<x2>\d{1,3})|(?<!daily )(?<!weekly )(?<two>twice))'.
                        '(?!(?<!sessions)(?<!visits)(?<!lessons)(?<!classes)(?<!sittings)(?<!appointments)'.
                        '\s+(?:a|an|per|each|every|daily|weekly|monthly)\b|\s+(?:a|an|per)\b)',
            ) as $found
        ) {
            if ($found->has('n2') && in_array($this->text->wordBefore($found->from), self::NUMBERED, true)) {
                continue;
            }
            $count = $found->has('two') ? 2 : max(1, Words::number($found->get('n').$found->get('n2').$found->get('x').$found->get('x2')));
            $phrases[] = new Phrase(
                $found->from,
                $found->to,
                'end',
                Phrase::END,
                fn (Meaning $m) => ($m->count = $count),
                needsRhythm: true,
            );
        }
        foreach ($this->text->wordStarts() as $at) {
            $lead = $this->text->at(self::UNTIL, $at, false);
            $date = $lead === null ? null : $this->dates->atOrOf($this->text, $lead->to);
            if ($date !== null && $date->fault === null && ! $this->isNamedAfter($lead->to, $date)) {
                $phrases[] = new Phrase(
                    $at,
                    $date->to,
                    'end',
                    Phrase::END,
                    fn (Meaning $m) => ($m->until = $date->date),
                    needsRhythm: true,
                );
            }
            $month = $lead === null ? null : $this->text->at('(?<m>'.Words::MONTH.')(?!\s*\d)', $lead->to);
            if ($month !== null) {
                $first = $this->dates->month(Words::month($month->get('m')));
                $last = Around::month($first->year, $first->month)->last;
                $phrases[] = new Phrase(
                    $at,
                    $month->to,
                    'end',
                    Phrase::END,
                    fn (Meaning $m) => ($m->until = $last),
                    needsRhythm: true,
                );
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> how often, without a word of when: it is said, and offered as an aim */
    private function howOften(): array
    {
        return array_map(
            fn (Found $found): Phrase => new Phrase(
                $found->from,
                $found->to,
                'title',
                Phrase::RHYTHM | Phrase::END,
                function (Meaning $m) use ($found): void {
                    $m->problem("“{$found->written('all')}” says how often, not when: write the days or the times.");
                    $times = $found->has('two') ? 2 : Words::number($found->get('n'));
                    if (($found->has('week') || $found->get('ly') === 'weekly') && $times > 0 && $times <= self::MOST_AIMED) {
                        $m->others[] = [$found->from, $found->to, "with an aim of {$times} times a week", "an aim: {$times} times a week"];
                    }
                },
            ),
            $this->text->all(
                '(?<all>(?:(?<n>'.Words::NUMBER.')\s+times|(?<two>twice)|(?<thrice>thrice))\s+(?:(?:a|an|per|each|every)\s+'.
                    '(?:day|(?<week>week)|month|year)|(?<ly>daily|weekly|monthly|yearly)))',
            ),
        );
    }

    /** @return list<Phrase> an aim of so many times a week, on days that one chooses as one goes */
    private function aims(): array
    {
        return array_map(
            fn (Found $found): Phrase => new Phrase(
                $found->from,
                $found->to,
                'rhythm',
                Phrase::RHYTHM,
                function (Meaning $m) use ($found): void {
                    $m->aim = min(self::MOST_AIMED, max(1, Words::number($found->get('n'))));
                    $m->rule = new RecurrenceRule(Frequency::Daily);
                },
            ),
            $this->text->all(
                '(?:with\s+)?an\s+aim(?:\s+of|:)?\s+(?<n>'.Words::NUMBER.')\s*(?:times|x)\s+(?:a|per|each|every)\s+week',
            ),
        );
    }

    /** @return list<Phrase> every Christmas Eve */
    private function everyHoliday(): array
    {
        $phrases = [];
        foreach ($this->text->wordStarts() as $at) {
            $every = $this->text->at('(?:every|each)\s+(?='.$this->dates->holidayNames().')', $at, false);
            $date = $every === null ? null : $this->dates->at($this->text, $every->to);
            if ($date !== null && $date->fault === null) {
                $phrases[] = new Phrase($at, $date->to, 'rhythm', Phrase::RHYTHM | Phrase::DATE, function (Meaning $m) use ($date): void {
                    $m->date = $date;
                    $m->rule = new RecurrenceRule(Frequency::Yearly);
                });
            }
        }

        return $phrases;
    }

    /** @return list<Phrase> half an hour a day */
    private function soLongADay(): array
    {
        return array_map(
            fn (Found $found): Phrase => new Phrase(
                $found->from,
                $found->to,
                'rhythm',
                Phrase::RHYTHM | Phrase::LENGTH,
                function (Meaning $m) use ($found): void {
                    $m->minutes = LengthReader::minutes($found);
                    $m->rule = new RecurrenceRule(Frequency::Daily);
                },
            ),
            $this->text->all('(?:for\s+)?'.LengthReader::LENGTH.'\s+(?:a|per|each|every)\s+day'),
        );
    }

    private function frequency(string $unit): Frequency
    {
        return match ($unit) {
            'hour' => Frequency::Hourly,
            'day' => Frequency::Daily,
            'week' => Frequency::Weekly,
            'month' => Frequency::Monthly,
            default => Frequency::Yearly,
        };
    }

    private function gap(string $word): int
    {
        return match (true) {
            $word === '' => 1,
            Words::place($word) > 0 => Words::place($word),
            default => max(1, Words::number($word)),
        };
    }

    /** @return list<Weekday> */
    private function workDays(): array
    {
        return [Weekday::MO, Weekday::TU, Weekday::WE, Weekday::TH, Weekday::FR];
    }

    /** @param  list<Weekday>  $days */
    private function weekly(array $days, int $interval = 1): RecurrenceRule
    {
        return new RecurrenceRule(
            Frequency::Weekly,
            $interval,
            byDay: array_map(fn (Weekday $day): WeekdayNum => WeekdayNum::of($day), $days),
        );
    }

    private function nthOfMonth(Found $f): RecurrenceRule
    {
        preg_match_all('~'.Words::PLACE.'~i', $f->get('place'), $m);
        $places = array_map(Words::place(...), $m[0]);
        $interval = $this->gap($f->get('gap'));
        if (preg_match('/^(?:weekday|working|business)/', $f->get('day')) === 1) {
            $days = array_map(fn (Weekday $day): WeekdayNum => WeekdayNum::of($day), $this->workDays());

            return new RecurrenceRule(Frequency::Monthly, $interval, byDay: $days, bySetPos: $places);
        }
        $weekday = Words::weekday($f->get('day'));

        return new RecurrenceRule(
            Frequency::Monthly,
            $interval,
            byDay: array_map(fn (int $place): WeekdayNum => WeekdayNum::of($weekday, $place), $places),
        );
    }

    private function nthOfYear(Found $f): RecurrenceRule
    {
        return $this->nthOfMonth($f)
            ->inYear()
            ->inMonths([Words::month($f->get('month'))]);
    }

    private function datesOfMonth(Found $f): ?RecurrenceRule
    {
        preg_match_all('~(?<d>\d{1,2})(?:st|nd|rd|th)|last\s+day~', $f->get('dates'), $m);
        $days = array_map(fn (string $day): int => $day === '' ? -1 : (int) $day, $m['d']);

        return array_filter($days, fn (int $day): bool => $day === 0 || $day > 31) !== []
            ? null
            : new RecurrenceRule(Frequency::Monthly, $this->gap($f->get('gap')), byMonthDay: $days);
    }

    private function dateOfYear(Found $f): ?RecurrenceRule
    {
        $day = (int) $f->get('date');

        return $day < 1 || $day > 31
            ? null
            : new RecurrenceRule(Frequency::Yearly, byMonthDay: [$day], byMonth: [Words::month($f->get('month'))]);
    }
}
