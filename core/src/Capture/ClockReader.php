<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** Reads a time of day in English at a place of the line. */
final class ClockReader
{
    /** Behind these a number of hours is a time. */
    private const LEADS = '\bat |\bto |\bby |\bfrom |\buntil |\btill ';

    /** @var array<string, callable(Found): Clock>|null */
    private static ?array $forms = null;

    private const HOUR = '(?:'.Words::HOUR_WORD.'|1[0-2]|[1-9])';

    /** @param  bool  $isWhole  whether the phrase must end with it */
    public static function at(Text $text, int $at, bool $isWhole = true): ?Clock
    {
        $best = null;
        // 30,000 km
        if ($text->at('\d{1,3},\d{3}', $at) !== null) {
            return null;
        }
        if ($text->at('\d|noon|midday|midnight|half|a\s+quarter|quarter|one|two|three|four|five|six|seven|eight|nine|ten'.
            '|eleven|twelve|twenty', $at, false) === null) {
            return null;
        }
        foreach (self::$forms ??= self::forms() as $pattern => $make) {
            $found = $text->at($pattern, $at, $isWhole);
            if ($found !== null && ($best === null || $found->to > $best->to)) {
                $best = $make($found);
            }
        }
        if ($best === null || $best->half !== null || (! $best->isOpen && ($best->hour < 1 || $best->hour > 11))) {
            return $best;
        }
        $part = $text->at(
            '\s+(?:in\s+the\s+(?<part>morning|afternoon|evening)|at\s+night)|\s*(?<am>am|a\.m\.)|\s*(?:pm|p\.m\.)',
            $best->to,
            $isWhole,
        );

        return $part === null
            ? $best
            : new Clock(
                $part->to,
                $best->hour,
                $best->minute,
                DateReader::half($part->has('am') ? 'morning' : ($part->has('part') ? $part->get('part') : 'night')),
                true,
                'words',
                $best->fault,
            );
    }

    /** @return array<string, callable(Found): Clock> */
    private static function forms(): array
    {
        $hour = self::HOUR;

        return [
            'noon|midday' => fn (Found $f): Clock => new Clock($f->to, 12, 0, null, false, 'half'),
            'midnight' => fn (Found $f): Clock => new Clock($f->to, 0, 0, null, false, 'half'),
            '(?<h>\d{1,2})(?:[:.](?<m>[0-5]\d))?\s?(?<half>am|pm|a\.m\.|p\.m\.)' => function (Found $f): Clock {
                $hour = (int) $f->get('h');

                return new Clock(
                    $f->to,
                    $hour % 12,
                    (int) $f->get('m'),
                    str_starts_with($f->get('half'), 'a') ? 'am' : 'pm',
                    true,
                    'half',
                    $hour < 1 || $hour > 12 ? "There is no {$f->written('h')} {$f->written('half')}." : null,
                );
            },
            '(?<h>\d{1,2}):(?<m>\d\d)' => fn (Found $f): Clock => self::exact($f, 'exact'),
            '(?<h>\d{1,2})\.(?<m>[0-5]\d)(?![.\d])' => fn (Found $f): Clock => self::exact($f, 'dotted'),
            // Two hours, and an hour and a half as "1h30", are a length; "at 2h", "14h" and "8h20" are times.
            '(?<h>0\d|1\d|2[0-4]|[7-9]|(?<='.self::LEADS.'|[-–])[0-6])h(?<m>[0-5]\d)|(?<h2>9|1\d|2[0-4]|(?<='.self::LEADS.')[0-8])h' => fn (
                Found $f,
            ): Clock => self::exact(
                $f,
                'exact',
            ),
            "(?:(?<n>half|(?:a\s+)?quarter|five|ten|twenty|twenty-five)(?:\s+minutes)?\s+(?<way>past|to)\s+(?<h>{$hour}))" => function (
                Found $f,
            ): Clock {
                $minutes = match ((string) preg_replace('/^a /', '', $f->get('n'))) {
                    'half' => 30,
                    'quarter' => 15,
                    'twenty-five' => 25,
                    default => Words::number($f->get('n')),
                };
                $hour = Words::number($f->get('h'));

                return $f->get('way') === 'past'
                    ? new Clock($f->to, $hour, $minutes, null, true, 'words')
                    : new Clock($f->to, $hour === 1 ? 12 : $hour - 1, 60 - $minutes, null, true, 'words');
            },
            '(?<h>'.Words::HOUR_WORD.')\s+(?<m>fifteen|thirty|forty-five)' => fn (Found $f): Clock => new Clock(
                $f->to,
                Words::number($f->get('h')),
                Words::number($f->get('m')),
                null,
                true,
                'words',
            ),
            "(?<h>{$hour})\s+o['’]clock" => fn (Found $f): Clock => new Clock(
                $f->to,
                Words::number($f->get('h')),
                0,
                null,
                true,
                'words',
            ),
            '(?<h>'.Words::HOUR_WORD.'|\d{1,2})' => function (Found $f): Clock {
                $hour = Words::number($f->get('h'));

                return new Clock(
                    $f->to,
                    $hour,
                    0,
                    null,
                    $hour >= 1 && $hour <= 12,
                    'number',
                    $hour > 24 ? "There is no hour {$hour}." : null,
                );
            },
        ];
    }

    /** @param  'exact'|'dotted'  $form */
    private static function exact(Found $f, string $form): Clock
    {
        [$hour, $minute] = [(int) ($f->has('h2') ? $f->get('h2') : $f->get('h')), (int) $f->get('m')];

        return new Clock(
            $f->to,
            $hour,
            $minute,
            null,
            false,
            $form,
            $hour > 24 || $minute > 59 || ($hour === 24 && $minute > 0) ? 'There is no such time.' : null,
            str_starts_with($f->get('h'), '0'),
        );
    }
}
