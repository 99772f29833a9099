<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use Closure;

/**
 * Words as people write them in a hurry, dictate them, or get them wrong, and the words that patterns know: "tmr" is "tomorrow",
 * "the twenty first" is "the 21st", "9-13h" is "9h-13h". What stays in the title stays as it was written.
 *
 * The table is from memory of common usage; each line of it is tried by lines of other hands (core/tests/capture/lines).
 */
final class Spelling
{
    private const DAY = '(?:mon|tues?|wed(?:nes)?|thu(?:rs?)?|fri|sat(?:ur)?|sun)(?:days?)?|tomorrow|today';

    private const MONTH = '(?:jan(?:uary)?|feb(?:ruary)?|mar(?:ch)?|apr(?:il)?|may|june?|july?|aug(?:ust)?|sept?(?:ember)?'.
        '|oct(?:ober)?|nov(?:ember)?|dec(?:ember)?)';

    /** At least two. */
    private const MONTHS = self::MONTH.'(?:\s*,\s*'.self::MONTH.')*(?:\s*,)?\s+and\s+'.self::MONTH;

    private const MORNINGS = '(?:every\s+|each\s+|in\s+the\s+)?mornings?\s+and\s+(?:at\s+|every\s+|each\s+)?';

    private const AT_END = '(?=\s*(?:,|$|from\b|until\b|for\b))';

    private const ORDINALS = [
        'first' => 1,
        'second' => 2,
        'third' => 3,
        'fourth' => 4,
        'fifth' => 5,
        'sixth' => 6,
        'seventh' => 7,
        'eighth' => 8,
        'ninth' => 9,
        'tenth' => 10,
        'eleventh' => 11,
        'twelfth' => 12,
        'thirteenth' => 13,
        'fourteenth' => 14,
        'fifteenth' => 15,
        'sixteenth' => 16,
        'seventeenth' => 17,
        'eighteenth' => 18,
        'nineteenth' => 19,
        'twentieth' => 20,
        'thirtieth' => 30,
    ];

    private const ORDINAL = '(?:(?:twenty|thirty)[ -])?(?:first|second|third|fourth|fifth|sixth|seventh|eighth|ninth|tenth'.
        '|eleventh|twelfth|thirteenth|fourteenth|fifteenth|sixteenth|seventeenth|eighteenth|nineteenth|twentieth|thirtieth)';

    /** Whole words → whole words, one after another. */
    private const WORDS = [
        // days
        'tmrw?|tmw|tomoz|tomoro|tomor+ow|tommorr?ow|2mor+ow?|2moro' => 'tomorrow',
        'tonite|2nite|2night' => 'tonight',
        '2day' => 'today',
        'remind\s+me\s+2(?=\s+\p{L})(?!\s+(?:min|h(?:ou)?rs?|h\b|days?|weeks?|months?|nights?|working|business|times))' => 'remind me to',
        'day after(?=\s+\d)' => 'day after tomorrow',
        'weds|wend?e?sday|wensday|wednsday|wedn?esady|wednseday|wendsday' => 'wednesday',
        'tuesdy|teusday|tueday' => 'tuesday',
        'thursdy|thurday|thrusday|thrs' => 'thursday',
        'firday|fridy|frdiay' => 'friday',
        'saturady|saterday|satur|satuday|sautrday' => 'saturday',
        'mondy|mnoday' => 'monday',
        'sundy|snuday' => 'sunday',
        'mons' => 'mondays',
        'fris' => 'fridays',
        'sats' => 'saturdays',
        'suns' => 'sundays',
        'workdays?|working\s+days(?=\s*(?:,|at|\d))' => 'weekdays',
        'the\s+morn' => 'tomorrow',
        'this\s+day\s+(week|fortnight)' => 'in a $1',
        'in\s+an?\s+(week|fortnight|month|year)[\'’]s\s+time' => 'in a $1',
        // months
        'janury|januray|janurary|jannuary' => 'january',
        'febuary|febrary|feburary' => 'february',
        'apirl' => 'april',
        'agust|augst' => 'august',
        'septmber|septemeber|setpember' => 'september',
        'octber|ocotber' => 'october',
        'novemeber|novmber|novembre' => 'november',
        'decmber|decemeber|decembre|dezember' => 'december',
        // units
        'wks' => 'weeks',
        'wk' => 'week',
        'nxt' => 'next',
        'yrs' => 'years',
        'yr' => 'year',
        'mths|mnths' => 'months',
        'mth|mnth' => 'month',
        'wk-?ends?' => 'weekend',
        '1st(?=\s+thing)' => 'first',
        'later(?:\s+on)?\s+(today|tonight)' => '$1',
        'nite' => 'night',
        'hr(?=\s+(?:n|and)\s+a\s+half)' => 'one hour',
        'n(?=\s+a\s+half\b)' => 'and',
        'mintues?|minuts?' => 'minutes',
        // lengths
        'half\s+a?n?\s*(?:hr|hour)' => 'half an hour',
        'a\s+couple\s+of\s+(?:hrs|hours)|couple\s+of\s+(?:hrs|hours)|couple\s+(?:hrs|hours)' => '2 hours',
        'three\s+quarter\s+of\s+an\s+hour|(?:3/4|¾)\s*(?:of\s+an\s+)?(?:hr|hour|h)' => '45 minutes',
        '(?:1/2|½)\s*(?:an?\s+)?(?:hr|hour|h)' => '30 minutes',
        '(\d+)\s?½\s*(?:hrs?|hours?|h)' => '$1.5 hours',
        '(\d+)\s?¼\s*(?:hrs?|hours?|h)' => '$1.25 hours',
        '(\d+)\s?¾\s*(?:hrs?|hours?|h)' => '$1.75 hours',
        '(\d{1,3})[\'′]' => '$1 min',
        // rhythms
        'wkly' => 'weekly',
        '(?<=every )morn|(?<=each )morn' => 'morning',
        'mthly|mnthly' => 'monthly',
        'bi-?weekly' => 'fortnightly',
        'half-?\s?yearly(?=\s*(?:,|$|on\b|from\b|in\b|at\b|starting\b))' => 'every 6 months',
        '(?:semi|bi)-?\s?annually' => 'every 6 months',
        'mos' => 'months',
        'm\s?[-–]\s?f|mo\s?[-–]\s?fr' => 'mon-fri',
        'm\s?[-–]\s?th' => 'mon-thu',
        'mwf' => 'mon/wed/fri',
        'tth|tuth' => 'tue/thu',
        'daily\s+(morning|afternoon|evening|night)(?!\s+(?:paper|news|post))' => 'every $1',
        'nightly(?=\s*(?:,|$|at\b|\d|from\b|until\b|in\b))' => 'every night',
        'nites' => 'nights',
        'bi-?monthly' => 'every 2 months',
        '(?:one\s+time|once)\s+(?:per|every|each|a)\s+(day|week|month|year)' => 'once a $1',
        'weekly\s+once|once\s+weekly' => 'weekly',
        'monthly\s+once|once\s+monthly' => 'monthly',
        'daily\s+once|once\s+daily' => 'daily',
        'fortnightly\s+once|once\s+(?:a|every)\s+fortnight' => 'fortnightly',
        'all\s+(?:the\s+)?(mon|tues|wednes|thurs|fri|satur|sun)days' => 'every $1day',
        'all\s+(?:the\s+)?(\d{1,2}|two|three|four|five|six|ten)\s+(days|weeks|months)' => 'every $1 $2',
        'all\s+the\s+days' => 'every day',
        'eom|(?<=by )month\s+end|month\s+end(?=\s*(?:,|$))' => 'end of the month',
        'eoy|(?<=by )year\s+end|year\s+end(?=\s*(?:,|$))' => 'end of the year',
        'eow' => 'end of the week',
        'm/w/f|mo/we/fr|mo/mi/fr' => 'mon/wed/fri',
        't/th|tu/th|di/do' => 'tue/thu',
        'every\s+alternate' => 'every other',
        'alternat(?:e|ing)\s+weekends?' => 'every other weekend',
        self::MORNINGS.'evenings?'.self::AT_END => 'daily at 8:00 and 18:00',
        self::MORNINGS.'nights?'.self::AT_END => 'daily at 8:00 and 20:00',
        '(?:is\s+|are\s+)?due(?:\s+on)?(?=\s+(?:the\s+)?\d{1,2}(?:st|nd|rd|th)\s+of\s+(?:every|each)\s+month)' => 'on',
        '(?:is\s+|are\s+)?due\s+on(?=\s+(?:the\s+)?\d{1,2}(?:st|nd|rd|th)\s+of\s+'.self::MONTHS.')' => 'on',
        'in\s+the\s+(morning|afternoon|evening)s' => 'every $1',
        'bar(?=\s+(?:on\s+)?(?:mon|tues|wednes|thurs|fri|satur|sun)days?)' => 'except',
        'evry|evrey|ev' => 'every',
        '(?:every\s+single|once\s+every)' => 'every',
        // little words
        'b4' => 'before',
        'til|\'til|untill' => 'until',
        'thru' => 'to',
        'until\s+and\s+with|up\s+to\s+and\s+including|until\s+and\s+including' => 'until',
        'x-?mas' => 'christmas',
        'in\s+the\s+arvo|arvo' => 'afternoon',
    ];

    /**
     * @return array{string, list<int>, list<int>} the line as patterns see it, and of each of its bytes where in the line it
     * begins and ends
     */
    public static function seen(string $line): array
    {
        $from = range(0, max(0, strlen($line) - 1));
        $to = range(1, max(1, strlen($line)));
        if ($line === '') {
            return ['', [], []];
        }
        foreach (self::table() as $pattern => $put) {
            if (preg_match($pattern, $line) !== 1) {
                continue;
            }
            [$line, $from, $to] = self::replaced($line, $from, $to, $pattern, $put);
        }

        return [$line, $from, $to];
    }

    /** @var array<string, string|Closure(array<string>): string>|null */
    private static ?array $table = null;

    /** @return array<string, string|Closure(array<string>): string> by pattern */
    private static function table(): array
    {
        return self::$table ??= self::made();
    }

    /** @return array<string, string|Closure(array<string>): string> */
    private static function made(): array
    {
        $table = [];
        foreach (self::WORDS as $words => $put) {
            $table['~(?<![\p{L}\p{N}\'’_-])(?:'.$words.')(?![\p{L}\p{N}_-]|[\'’]\p{L})~iu'] = $put;
        }
        $day = self::DAY;
        $month = self::MONTH;
        $ordinal = self::ORDINAL;
        $numbered = self::inFigures(...);
        // The twenty first (of December): not "the second hand market", "the first Monday".
        $table["~(?<=\bthe )(?:{$ordinal})(?=(?:\s+of)?\s+(?:{$month}|every|each|the\s+month)\b|\s*(?:,|\.|\$)".
            "|\s+(?:and|to|until|till|at|in|from|starting|for)\s)~iu"] = $numbered;
        $table["~\b(?:twenty|thirty)[ -](?:first|second|third|fourth|fifth|sixth|seventh|eighth|ninth)\b~iu"] = $numbered;
        $table["~\b(?:{$ordinal})(?=\s+(?:of\s+)?{$month}\b)~iu"] = $numbered;
        // Parts of a day beside a day.
        $table["~(?<=\b)(?<!\bthe )({$day})\s+lunch(?:\s?time(?=\s*(?:,|\$|[a-z]))|(?=\s*(?:,|\$)))~iu"] = '$1 noon';
        $table['~(?<=starting )this week\b~iu'] = 'today';
        $table["~(?<=\b)({$day})\s+(?:aft|arvo)\b~iu"] = '$1 afternoon';
        $table["~(?<=\b)({$day})\s+(?:morn\b|mornin\b|am(?=\s*(?:,|\$)|\s+to\s)|a\.m\.(?=\s*(?:,|\$)))~iu"] = '$1 morning';
        $table["~(?<=\b)({$day})\s+(?:eve|pm(?=\s*(?:,|\$)))\b(?!\s+of)~iu"] = '$1 evening';
        $table["~^({$day})\s+am\s~iu"] = '$1 morning ';
        $table["~^({$day})\s+pm\s~iu"] = '$1 afternoon ';
        // Clock times.
        $table['~(?<![\p{L}\p{N}.:])(0?[1-9]|1[0-2])\s(00|1[3-9]|[2-5]\d)\s?([ap])\.?m\b\.?~iu'] = '$1:$2 $3m';
        $table['~(?<![\p{L}\p{N}.:])(\d{1,2})(?:[.:](\d\d))([ap])(?![\p{L}\p{N}])~iu'] = '$1:$2$3m';
        $table['~(?<![\p{L}\p{N}.:])(\d{1,2})[.:](\d\d)\s*(?:uhr|hrs)(?![\p{L}\p{N}])~iu'] = '$1:$2';
        $table['~(?<![\p{L}\p{N}.:])(\d{1,2}[.:]\d\d)\s*(?:h|o[\'’]?clock)(?![\p{L}\p{N}])~iu'] = '$1';
        $table['~(?<![\p{L}\p{N}.:])(\d{1,2})\s*uhr(?![\p{L}\p{N}])~iu'] = '$1:00';
        $table["~(?<![\p{L}\p{N}.:])(1[0-2]|[1-9])\s?[-–]\s?(1[0-2]|[1-9])([0-5][05])(?=\s*(?:,|\$)|\s+(?:on\s+)?{$day}\b)~iu"] = '$1-$2:$3';
        $table['~(?<![\p{L}\p{N}.:])(\d{1,2})\s*[-–]\s*(\d{1,2})h(?![\p{L}\p{N}])~iu'] = '$1:00-$2:00';
        $table['~((?:\bto\s|[-–])\s?\d{1,2}(?:[.:]\d\d)?(?:\s?[ap]m)?)[- ]?ish(?![\p{L}\p{N}])~iu'] = '$1';
        $table['~(?<![\p{L}\p{N}.:])(?:(?:at|around|about)\s+)?(\d{1,2}(?:[.:]\d\d)?)(\s?[ap]m)?[- ]?ish(?![\p{L}\p{N}])~iu'] = 'at $1$2';
        $table['~(?<![\p{L}\p{N}])half\s+(\d{1,2}|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve)'.
            '(?!\s*(?:hours?|hrs?|h|days?|past|dozen|price|-|[.:]\d))(?![\p{L}\p{N}])~iu'] = 'half past $1';
        $table['~@\s*(?=\d{1,2}(?:[.:]\d\d)?(?:\s?[ap]m)?(?![\p{L}\p{N}]))~iu'] = 'at ';
        $clock = '((?:0[6-9]|1\d|2[0-3]))([0-5]\d)(?:\s*h)?';
        $table['~(?<=\bat )([01]\d|2[0-3])([0-5]\d)(?:\s*(?:hrs|h))?(?![\p{L}\p{N}]|[.:-]\p{N})~iu'] = '$1:$2';
        $table["~(?<=\b)({$day}|{$month}|\d{4})(,?\s+){$clock}(?![\p{L}\p{N}]|[.:-]\p{N})~iu"] = self::withClock(...);
        $table['~(?<=^|[\\s,])(?<!room )(?<!flight )(?<!bus )(?<!line )(?<!number )(?<!no )()()((?:0[6-9]|1\\d|2[0-3]))((?<=0\\d)[0-5]\\d|[0-5][05])'.
            "(?=\\s+(?:on\\s+)?{$day}(?:\\s*(?:,|$)|\\s+(?!\\d)))~iu"] = self::withClock(...);
        $table['~(?<![\p{L}\p{N}.:])([01]\d|2[0-3])([0-5]\d)\s*(?:hrs|h)(?![\p{L}\p{N}])~iu'] = '$1:$2';
        $table['~(?<![\p{L}])each\s+(?=(?:second|2nd|third|3rd|fourth|4th|other)\s+\p{L})~iu'] = 'every ';
        // Dates.
        $table['~(?<![\p{L}\p{N}.:])(\d{1,2})\s(\d{1,2})\s(20\d\d)(?![\p{L}\p{N}])~iu'] = '$1/$2/$3';
        $table['~(\d(?:[.:]\d\d)?\s?(?:[ap]m)?)\s?(?:[-–]|\btill|\buntil|\bto)\s?late(?![\p{L}])~iu'] = '$1';
        $table["~(\\d|{$month}),?\\s+(?:\\(incl(?:usive|\\.)?\\)|incl(?:usive|\\.)?)(?![\\p{L}])~iu"] = '$1';
        $table["~(?<=\b)({$month})\s+end\b~iu"] = 'end of $1';
        $table["~(?<![\p{L}])end\s+(?={$month}\b)~iu"] = 'end of ';
        $table['~(?<![\p{L}\p{N}.:])(1[3-9]|2[0-3])\s*o[\'’]clock(?![\p{L}\p{N}])~iu'] = '$1:00';
        $table['~(?<=[\s,–-])(?<!room )(?<!flat )(?<!class )(?<!apt )(?<!year )(?<!line )(\d{1,2})([ap])'.
            '(?=\s*(?:,|$|-|–|to\b))~iu'] = '$1$2m';
        $table['~(?<![\p{L}\p{N}])(\d{1,2})\s?x\s*/\s*(day|week|month|year)(?![\p{L}])~iu'] = '$1 times a $2';
        $table["~(?<=\b)({$day}|\d{1,2}/\d{1,2})(,?\s+)(\d{1,2})([ap])(?=\s)~iu"] = '$1$2$3$4m';
        $table['~(?<![\p{L}\p{N}])(\d)\s?x\s+(?=daily|weekly|monthly|a\s|per\s)~iu'] = '$1 times ';
        $table["~(?<![\p{L}])first\s+thing\s+(?:on\s+)?({$day})(?:\s+morning)?(?![\p{L}])~iu"] = '$1 morning';
        $table["~(?<![\p{L}])({$day}),?\s+first\s+thing(?![\p{L}])~iu"] = '$1 morning';
        $table['~(?<![\p{L}])(?<!every )(?<!each )'.
            '(?:morning|afternoon|evening|night)\s+(?:at\s+)?(\d{1,2}(?:[.:]\d\d)?\s?[ap]\.?m\b\.?)~iu'] = '$1';
        $table['~(?<![\p{L}])sharp\s+(\d{1,2}(?:[.:]\d\d)?\s?[ap]m)~iu'] = '$1';
        $table['~(\d{1,2}(?:[.:]\d\d)?\s?(?:[ap]m)?)\s+(?:sharp|prompt|on\s+the\s+dot)(?![\p{L}])~iu'] = '$1';
        $table["~(?<![\p{L}\p{N}.])(the\s+)(\d{1,2})(?=\s+{$month}\b)~iu"] = '$1$2';
        $table['~(?<![\p{L}\p{N}])(?:kw|cw|wk\s*no\.?)\s?(\d{1,2})(?![\p{L}\p{N}])~iu'] = 'around week $1';

        return $table;
    }

    /**
     * "Twenty first" is "21st".
     *
     * @param  array<string>  $m
     */
    private static function inFigures(array $m): string
    {
        $word = strtolower(str_replace('-', ' ', $m[0]));
        $tens = str_starts_with($word, 'twenty ') ? 20 : (str_starts_with($word, 'thirty ') ? 30 : 0);
        $number = $tens + (self::ORDINALS[$tens > 0 ? substr($word, 7) : $word] ?? 0);

        return $number.match (true) {
            $number > 3 && $number < 21 => 'th',
            $number % 10 === 1 => 'st',
            $number % 10 === 2 => 'nd',
            $number % 10 === 3 => 'rd',
            default => 'th',
        };
    }

    /**
     * "17 Dec 1500" is a time, "17 Dec 2026" a year.
     *
     * @param  array<string>  $m
     */
    private static function withClock(array $m): string
    {
        return preg_match('/^20[2-4]\d$/', $m[3].$m[4]) === 1 ? $m[0] : "{$m[1]}{$m[2]}{$m[3]}:{$m[4]}";
    }

    /**
     * @param  list<int>  $from
     * @param  list<int>  $to
     * @param  string|Closure(array<string>): string  $put
     * @return array{string, list<int>, list<int>}
     */
    private static function replaced(string $line, array $from, array $to, string $pattern, string|Closure $put): array
    {
        preg_match_all($pattern, $line, $matches, PREG_OFFSET_CAPTURE | PREG_SET_ORDER);
        foreach (array_reverse($matches) as $match) {
            [$text, $at] = $match[0];
            $groups = array_map(fn (array $group): string => (string) $group[0], $match);
            $new = is_string($put)
                ? (string) preg_replace_callback('/\$(\d)/', fn (array $n): string => $groups[(int) $n[1]] ?? '', $put)
                : $put($groups);
            $length = strlen($text);
            if ($new === $text || $length === 0) {
                continue;
            }
            // What is the same at both ends keeps its place.
            $head = 0;
            while ($head < min($length, strlen($new)) && $text[$head] === $new[$head]) {
                $head++;
            }
            $tail = 0;
            while ($tail < min($length, strlen($new)) - $head && $text[$length - 1 - $tail] === $new[strlen($new) - 1 - $tail]) {
                $tail++;
            }
            $begin = $from[$at + $head] ?? ($to[$at + $head - 1] ?? 0);
            $end = $to[$at + $length - $tail - 1] ?? $begin;
            $middle = strlen($new) - $head - $tail;
            // What is left out belongs to what stands before it, else to what stands behind.
            if ($middle === 0 && $at + $head > 0) {
                $to[$at + $head - 1] = max($to[$at + $head - 1], $end);
            } elseif ($middle === 0 && isset($from[$at + $length - $tail])) {
                $from[$at + $length - $tail] = $begin;
            }
            array_splice($from, $at + $head, $length - $head - $tail, array_fill(0, $middle, $begin));
            array_splice($to, $at + $head, $length - $head - $tail, array_fill(0, $middle, max($begin, $end)));
            $line = substr_replace($line, $new, $at, $length);
        }

        return [$line, $from, $to];
    }
}
