<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Reminding\Trigger;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\IsoWeek;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/** A line of plain English → a draft entry. What is not understood stays in the title. */
final class CaptureReader
{
    public const LONGEST_LINE = 500;

    private const DEFAULT_MINUTES = 30;

    private const DEFAULT_EVENT_MINUTES = 60;

    private readonly MomentReader $moments;

    private ?RecurrenceRule $rule = null;

    private bool $afterDone = false;

    private OffDay $offDay = OffDay::Keep;

    private ?LocalDate $date = null;

    private ?LocalTime $time = null;

    private ?int $minutes = null;

    private int $days = 1;

    private ?string $due = null;

    private ?LocalDate $notBefore = null;

    private ?IsoWeek $around = null;

    private ?string $calendar = null;

    private ?string $importance = null;

    private bool $isTask = true;

    /** @var list<Trigger> */
    private array $reminders = [];

    /** @param  array<string, string>  $calendars names by the caller's keys; of two alike the first wins */
    private function __construct(
        private readonly Line $line,
        private readonly LocalDateTime $now,
        private readonly Zone $zone,
        private readonly array $calendars,
        Weekday $firstWeekday,
    ) {
        $this->moments = new MomentReader($now->date(), $firstWeekday);
    }

    /**
     * @param  LocalDateTime  $now  on the walls of the zone
     * @param  array<string, string>  $calendars  names of calendars and areas, by the caller's keys
     */
    public static function read(
        string $text,
        LocalDateTime $now,
        Zone $zone,
        array $calendars,
        Weekday $firstWeekday = Weekday::MO,
    ): Draft {
        return (new self(new Line($text), $now, $zone, $calendars, $firstWeekday))->draft();
    }

    private function draft(): Draft
    {
        $this->readCalendar();
        $this->readReminders();
        $this->readImportance();
        $this->readKind();
        $this->readDue();
        $this->readTurn();
        $this->readRhythm();
        $this->readTime();
        $this->readLength();
        $this->readDate();

        $placement = $this->placement();
        $wholeDay = $placement === null || $placement->allDay;

        return new Draft(
            title: $this->line->title() !== '' ? $this->line->title() : $this->calendars[$this->calendar ?? ''] ?? '',
            isTask: $this->isTask,
            placement: $placement,
            rule: $placement === null ? null : $this->rule,
            afterDone: $this->afterDone,
            offDay: $placement === null ? OffDay::Keep : $this->offDay,
            calendar: $this->calendar,
            due: $this->due,
            notBefore: $this->notBefore,
            around: $this->around,
            importance: $this->importance,
            estimate: $wholeDay ? $this->minutes : null,
            reminders: $this->reminders,
            segments: $this->line->segments(),
        );
    }

    /** A working day is one on which work is done: a holiday is none, so the last one is the one before it. */
    private static function offDay(string $phrase): OffDay
    {
        return match (true) {
            preg_match('/working\s+day/i', $phrase) !== 1 => OffDay::Keep,
            preg_match('/\blast\b/i', $phrase) === 1 => OffDay::Before,
            preg_match('/\b(?:first|1st|second|2nd|third|3rd|fourth|4th)\b/i', $phrase) === 1 => OffDay::After,
            default => OffDay::Skip,
        };
    }

    private function readCalendar(): void
    {
        $names = $this->calendars;
        uasort($names, fn (string $a, string $b): int => mb_strlen($b) <=> mb_strlen($a));
        foreach ($names as $key => $name) {
            $accept = function () use ($key): bool {
                $this->calendar = (string) $key;

                return true;
            };
            if ($name !== '' && $this->line->take('in\s+'.preg_quote($name, '/'), 'calendar', $accept)) {
                return;
            }
        }
    }

    private function readReminders(): void
    {
        do {
            $found = $this->line->take(
                'remind\s+me\s+(?<n>'.
                    MomentReader::LENGTH.
                    '|'.
                    Words::NUMBER.
                    '\s+days?|'.
                    Words::NUMBER.
                    '\s+weeks?)\s+before(?:hand)?',
                'reminder',
                function (array $words): bool {
                    $this->reminders[] = Trigger::beforeStart(
                        preg_match('/(day|week)s?$/i', $words['n'], $m) === 1
                            ? Words::number((string) preg_replace('/\s.*/', '', $words['n'])) *
                                (strtolower($m[1]) === 'week' ? 10080 : 1440)
                            : $this->moments->length($words['n']),
                    );

                    return true;
                },
            );
        } while ($found && count($this->reminders) < 5);
        $this->line->take(
            'remind\s+me\s+at\s+(?<t>'.MomentReader::HOUR.')(?<eve>\s+the\s+day\s+before)?',
            'reminder',
            function (array $words): bool {
                $time = $this->moments->time($words['t']);
                if ($time === null) {
                    return false;
                }
                $this->reminders[] = Trigger::atTime($words['eve'] === '' ? 0 : 1, $time);

                return true;
            },
        );
        $this->line->take('remind\s+me', 'reminder', function (): bool {
            $this->reminders[] = Trigger::beforeStart(0);

            return true;
        });
    }

    /** "must" is an ordinary word: it counts only at the end, or alone between commas. */
    private function readImportance(): void
    {
        $this->line->take(
            '(?:(?<=, )|(?<=,))(?<a>must|should|could)(?=\s*(?:,|$|\x01))|(?<b>must|should|could)(?=\s*[,.\x01]*\s*$)',
            'importance',
            function (array $words): bool {
                $this->importance = strtolower($words['a'] !== '' ? $words['a'] : $words['b']);

                return true;
            },
        );
    }

    private function readKind(): void
    {
        $this->line->take('as\s+an?\s+(?<kind>event|task)', 'kind', function (array $words): bool {
            $this->isTask = strtolower($words['kind']) === 'task';

            return true;
        });
    }

    private function readDue(): void
    {
        $this->line->take(
            '(?:due|by)\s+(?:on\s+)?(?<d>'.MomentReader::DATE.')(?:\s+at\s+(?<t>'.MomentReader::HOUR.'))?',
            'due',
            function (array $words): bool {
                $date = $this->moments->date($words['d']);
                $time = $words['t'] === '' ? null : $this->moments->time($words['t']);
                if ($date === null || ($words['t'] !== '' && $time === null)) {
                    return false;
                }
                $this->due = $time === null ? (string) $date : (string) LocalDateTime::of($date, $time);

                return true;
            },
        );
    }

    /** Notes to one's future self: when something should come up that has no day yet. */
    private function readTurn(): void
    {
        $this->line->take('not\s+before\s+(?<d>'.MomentReader::DATE.')', 'turn', function (array $words): bool {
            $this->notBefore = $this->moments->date($words['d']);

            return $this->notBefore !== null;
        });
        $this->line->take('around\s+week\s+(?<n>\d{1,2})(?!\d)', 'turn', function (array $words): bool {
            $number = (int) $words['n'];
            $this->around = $number < 1 || $number > 53 ? null : IsoWeek::next($number, $this->now->date());

            return $this->around !== null;
        });
    }

    private function readRhythm(): void
    {
        $found = RhythmReader::find($this->line->left());
        if ($found === null) {
            return;
        }
        $this->rule = $found['rule'];
        $this->afterDone = $found['afterDone'];
        $this->offDay = self::offDay($found['phrase']);
        $this->line->cut($found['at'], strlen($found['phrase']), 'rhythm');
        $this->line->take(
            '(?:from|in)\s+(?<a>'.Words::MONTH.')\s+to\s+(?<b>'.Words::MONTH.')(?!\s+\d)',
            'rhythm',
            fn (array $words): bool => $this->keepMonths(
                array_filter(
                    range(1, 12),
                    fn (int $month): bool => ($month - Words::month($words['a']) + 12) % 12 <=
                        (Words::month($words['b']) - Words::month($words['a']) + 12) % 12,
                ),
            ),
        );
        $this->line->take(
            'except\s+in\s+(?<m>'.Words::MONTH.'(?:(?:\s*,\s*|\s+and\s+)'.Words::MONTH.')*)',
            'rhythm',
            function (array $words): bool {
                preg_match_all('/'.Words::MONTH.'/i', $words['m'], $m);

                return $this->keepMonths(array_diff(range(1, 12), array_map(Words::month(...), $m[0])));
            },
        );
        $this->line->take('until\s+(?<d>'.MomentReader::DATE.')', 'end', function (array $words): bool {
            $date = $this->moments->date($words['d']);
            $this->rule = $date === null ? $this->rule : $this->rule?->ending(null, Until::date($date));

            return $date !== null;
        });
        $this->line->take('(?<n>'.Words::NUMBER.')\s+times|(?<two>twice)', 'end', function (array $words): bool {
            if ($this->rule?->until !== null) {
                return false;
            }
            $this->rule = $this->rule?->ending($words['two'] !== '' ? 2 : max(1, Words::number($words['n'])), null);

            return true;
        });
    }

    /** @param  array<int, int>  $months */
    private function keepMonths(array $months): bool
    {
        $this->rule = $this->rule?->inMonths(array_values($months));

        return $months !== [];
    }

    private function readTime(): void
    {
        $range = '(?<lead>from|at)?\s*(?<a>'.MomentReader::HOUR.')\s*(?:-|–|to|until)\s*(?<b>'.MomentReader::HOUR.')';
        $found = $this->line->take($range, 'time', function (array $words): bool {
            $clear = $words['lead'] !== '' || preg_match('/[:apnm]/i', $words['a'].$words['b']) === 1;
            $from = $this->moments->time($words['a']);
            $to = $this->moments->time($words['b']);
            if (! $clear || $from === null || $to === null) {
                return false;
            }
            if (
                preg_match('/pm$/i', $words['b']) === 1 &&
                preg_match('/[ap]m$/i', $words['a']) !== 1 &&
                $from->seconds < 43200 &&
                $from->seconds + 43200 < $to->seconds
            ) {
                $from = LocalTime::of($from->hour() + 12, $from->minute());
            }
            $this->time = $from;
            $this->minutes = intdiv(($to->seconds - $from->seconds + 86400) % 86400, 60);
            $this->isTask = false;

            return true;
        });
        if ($found) {
            return;
        }
        $this->line->take('at\s+(?<a>'.MomentReader::HOUR.')|(?<b>'.MomentReader::TIME.')', 'time', function (
            array $words,
        ): bool {
            $this->time = $this->moments->time($words['a'] !== '' ? $words['a'] : $words['b']);

            return $this->time !== null;
        });
    }

    private function readLength(): void
    {
        $this->line->take('for\s+(?<n>'.Words::NUMBER.')\s+days', 'length', function (array $words): bool {
            $this->days = min(Placement::MOST_DAYS, max(1, Words::number($words['n'])));

            return $this->time === null;
        });
        $this->line->take('(?:for\s+)?(?<n>'.MomentReader::LENGTH.')', 'length', function (array $words): bool {
            $minutes = $this->moments->length($words['n']);
            if ($minutes < 1 || $minutes > 1440) {
                return false;
            }
            $this->minutes = $minutes;

            return true;
        });
    }

    private function readDate(): void
    {
        $this->line->take('(?:(?:on|starting|from)\s+)?(?<d>'.MomentReader::DATE.')', 'date', function (array $words): bool {
            $this->date = $this->moments->date($words['d']);

            return $this->date !== null;
        });
    }

    private function placement(): ?Placement
    {
        if ($this->date === null && $this->time === null && $this->rule === null) {
            return null;
        }
        $today = $this->now->date();
        $hasPassed = $this->time !== null && $this->time->seconds <= $this->now->time()->seconds;
        $first = $this->date ?? ($hasPassed ? $today->plusDays(1) : $today);
        $start = $this->time === null ? $first->startOfDay() : LocalDateTime::of($first, $this->time);
        if ($this->rule !== null && ! $this->afterDone) {
            $start = $this->firstOfRhythm($this->rule, $start);
        }
        try {
            return $this->time === null
                ? Placement::allDay($start->date(), $this->days)
                : Placement::timed(
                    $start,
                    $this->minutes ?? ($this->isTask ? self::DEFAULT_MINUTES : self::DEFAULT_EVENT_MINUTES),
                    $this->zone,
                );
        } catch (InvalidTime) {
            return null;
        }
    }

    private function firstOfRhythm(RecurrenceRule $rule, LocalDateTime $earliest): LocalDateTime
    {
        return RecurrenceSet::firstOnOrAfter($rule, $earliest) ?? $earliest;
    }
}
