<?php

declare(strict_types=1);

namespace PlumRota\Core\Tests\capture;

use PlumRota\Core\Capture\CaptureReader;
use PlumRota\Core\Capture\Context;
use PlumRota\Core\Capture\Draft;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/**
 * Lines of five other hands (lines/README.md says what their keys mean): a hurried one on a phone, a dictated one, a precise one, and
 * Englishes of several countries. It is Wednesday 25 November 2026, 15:00, in Berlin.
 *
 * Right is right in every field; partly means that nothing is false, but something was left; wrong is a start, a rhythm, a due date, an
 * importance or a reminder that nobody meant.
 */
final class Lines
{
    public const WRITERS = ['thumb', 'spoken', 'organiser', 'englishes'];

    private const CALENDARS = ['Glasshouse', 'Tours', 'Training', 'Family', 'Household', 'Choir', 'Paperwork'];

    /** @return list<array<string, mixed>> each with its writer, and whether it is kept apart from development */
    public static function all(): array
    {
        $all = [];
        foreach (self::WRITERS as $writer) {
            foreach (file(__DIR__."/lines/{$writer}.jsonl", FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $text) {
                $row = json_decode($text, true, flags: JSON_THROW_ON_ERROR);
                $all[] = [...$row, 'writer' => $writer, 'kept' => crc32($row['line']) % 3 === 0];
            }
        }

        return $all;
    }

    public static function read(string $line): Draft
    {
        return CaptureReader::read($line, self::context());
    }

    public static function context(): Context
    {
        return new Context(
            LocalDateTime::parse('2026-11-25T15:00'),
            Zone::of('Europe/Berlin'),
            array_combine(self::CALENDARS, self::CALENDARS),
            ['orchids', 'grant', 'outdoors', 'errands', 'phone'],
            entries: ['Plant fair stall' => LocalDate::parse('2027-05-15'), 'Choir concert' => LocalDate::parse('2026-12-12')],
        );
    }

    /**
     * @param  array<string, mixed>  $row
     * @return array{'right'|'partly'|'wrong', list<string>} with what is another than was meant
     */
    public static function judged(array $row): array
    {
        $draft = self::read($row['line']);
        $false = $missed = [];
        $note = function (bool $isFalse, string $what) use (&$false, &$missed): void {
            $isFalse ? ($false[] = $what) : ($missed[] = $what);
        };
        if (isset($row['entries'])) {
            // Twice a day: two entries, or one rule that says both.
            $times = array_map(fn (array $one): string => substr((string) (self::options($one['start'] ?? null)[0] ?? ''), 11, 2), $row['entries']);
            if (count(array_unique(array_column($row['entries'], 'rule'))) === 1 && $draft->rule !== null && $draft->rule->byHour === array_map(intval(...), $times)) {
                return ['right', []];
            }
            if (count($draft->parts) === count($row['entries'])) {
                $judged = array_map(
                    fn (string $line, array $meant): array => self::judged([...$meant, 'line' => $line]),
                    $draft->parts,
                    $row['entries'],
                );
                $worst = array_intersect(['wrong', 'partly', 'right'], array_column($judged, 0));

                return [reset($worst) ?: 'right', array_merge(...array_column($judged, 1))];
            }
            $row = [...$row['entries'][0], ...array_intersect_key($row, ['line' => 0])];
            $missed[] = 'entries';
        } elseif ($draft->parts !== []) {
            $note(true, 'entries '.implode(' / ', $draft->parts));
        }
        $place = $draft->placement;
        $start = match (true) {
            $place === null => null,
            $place->allDay => substr($place->startText(), 0, 10),
            default => substr($place->startText(), 0, 16),
        };
        $due = $draft->due === null ? null : substr($draft->due, 0, 16);
        if (! self::isOne($start, $row['start'] ?? null)) {
            $note($start !== null, 'start '.($start ?? 'none'));
        }
        $rule = $draft->rule === null ? null : ($draft->afterDone ? 'after:' : '').self::plain($draft->rule);
        $wanted = array_map(fn (?string $one): ?string => $one === null ? null : self::plainText($one), self::options($row['rule'] ?? null));
        if (! in_array($rule, $wanted, true) && ! self::isSameRule($rule, $wanted, $start)) {
            $note($rule !== null, 'rule '.($rule ?? 'none'));
        }
        if (! self::isOne($due, $row['due'] ?? null)) {
            $note($due !== null, 'due '.($due ?? 'none'));
        }
        if (! self::isOne($draft->importance, $row['importance'] ?? null)) {
            $note($draft->importance !== null, 'importance '.($draft->importance ?? 'none'));
        }
        foreach (self::reminders($draft, $start, $due, $row['reminders'] ?? []) as [$isFalse, $what]) {
            $note($isFalse, $what);
        }
        if (! self::isTitle($draft->title, $row['title'])) {
            $missed[] = "title “{$draft->title}”";
        }
        $minutes = $place !== null && ! $place->allDay ? $place->length : null;
        $meantMinutes = [...self::options($row['minutes'] ?? null), ...($minutes === null ? [] : self::options($row['estimate'] ?? null))];
        if (array_filter($meantMinutes) !== [] && ! in_array($minutes, $meantMinutes, true) && ! in_array($draft->estimate, self::options($row['estimate'] ?? null), true)) {
            $missed[] = 'minutes '.($minutes ?? 'none');
        }
        if ($minutes === null && ! self::isOne($draft->estimate, $row['estimate'] ?? null) && ! self::isOne($draft->estimate, $row['minutes'] ?? null)) {
            $missed[] = 'estimate '.($draft->estimate ?? 'none');
        }
        $days = $place !== null && $place->allDay && $place->length > 1 ? $place->length : null;
        if ($place !== null && $place->allDay && ! self::isOne($days, $row['days'] ?? null) && ! in_array(1, self::options($row['days'] ?? null), true)) {
            $missed[] = 'days '.($days ?? 'one');
        }
        if (! self::isOne($draft->calendar, $row['calendar'] ?? null)) {
            $missed[] = 'calendar '.($draft->calendar ?? 'none');
        }
        if (! self::isOne($draft->effort, $row['effort'] ?? null)) {
            $missed[] = 'effort '.($draft->effort ?? 'none');
        }
        if (! self::isOne($draft->notBefore === null ? null : (string) $draft->notBefore, $row['not_before'] ?? null)) {
            $missed[] = 'not before '.($draft->notBefore ?? 'none');
        }
        if (! self::isAround($draft, $row['around'] ?? null)) {
            $missed[] = 'around '.($draft->around ?? 'none');
        }
        if (self::sorted($draft->labels) !== self::sorted($row['labels'] ?? [])) {
            $missed[] = 'labels '.implode(',', $draft->labels);
        }
        $except = array_map(strval(...), $draft->except);
        if (self::sorted($except) !== self::sorted($row['except'] ?? [])) {
            $missed[] = 'except '.implode(',', $except);
        }
        $leads = array_map(fn (array $one): string => "{$one['count']} {$one['unit']}", $draft->leadUps);
        $meantLeads = array_map(fn (array $one): string => self::unit($one['before']), $row['lead_ups'] ?? []);
        if (self::sorted($leads) !== self::sorted($meantLeads)) {
            $missed[] = 'lead-ups '.implode(',', $leads);
        }

        return [$false !== [] ? 'wrong' : ($missed !== [] ? 'partly' : 'right'), [...$false, ...$missed]];
    }

    /** Whether it says that something was left. */
    public static function says(string $line): bool
    {
        return self::read($line)->problems !== [];
    }

    private static function unit(string $before): string
    {
        return (string) preg_replace('/(day|week)$/', '$1s', str_replace(['1 month', '2 months'], ['30 days', '61 days'], $before));
    }

    private static function isAround(Draft $draft, mixed $meant): bool
    {
        $is = $draft->around === null ? null : (string) $draft->around;

        return self::isOne($is, $meant);
    }

    private static function isTitle(string $title, mixed $meant): bool
    {
        $plain = fn (string $text): string => mb_strtolower(trim((string) preg_replace('/[\s,;:]+/u', ' ', $text), " .\n"));

        return in_array($plain($title), array_map($plain, array_filter(self::options($meant), is_string(...))), true);
    }

    /**
     * @param  list<string>  $meant
     * @return list<array{bool, string}>
     */
    private static function reminders(Draft $draft, ?string $start, ?string $due, array $meant): array
    {
        $is = array_map(fn (object $one): string => self::moment(explode(';', (string) $one)[0], $start, $due), $draft->reminders);
        $wanted = array_map(fn (string $one): string => self::moment($one, $start, $due), $meant);
        $found = [];
        foreach (array_diff($is, $wanted) as $one) {
            $found[] = [true, "reminder {$one}"];
        }
        foreach (array_diff($wanted, $is) as $one) {
            $found[] = [false, "no reminder {$one}"];
        }

        return $found;
    }

    /** When it falls for this one, whatever it is reckoned from. */
    private static function moment(string $text, ?string $start, ?string $due): string
    {
        if (! str_starts_with($text, '-')) {
            return $text;
        }
        $from = $start ?? $due;
        if ($from === null) {
            return $text;
        }
        $at = LocalDateTime::parse(strlen($from) === 10 ? "{$from}T00:00" : $from);
        $text = (string) preg_replace('/@(?:due|end|leave)$/', '', $text);
        if (preg_match('/^-P(\d+)D@(\d\d:\d\d)$/', $text, $m) === 1) {
            return $at->date()->plusDays(-(int) $m[1])."T{$m[2]}";
        }
        $minutes = match (true) {
            preg_match('/^-PT(\d+)M$/', $text, $m) === 1 => (int) $m[1],
            preg_match('/^-PT(\d+)H$/', $text, $m) === 1 => 60 * (int) $m[1],
            preg_match('/^-P(\d+)D$/', $text, $m) === 1 => 1440 * (int) $m[1],
            preg_match('/^-P(\d+)W$/', $text, $m) === 1 => 10080 * (int) $m[1],
            preg_match('/^-P(\d+)M$/', $text, $m) === 1 => 31 * 1440 * (int) $m[1],
            default => null,
        };

        return $minutes === null ? $text : substr((string) $at->plusMinutes(-$minutes), 0, 16);
    }

    /**
     * Whether both choose the same times from the start on, however they are written.
     *
     * @param  list<string|null>  $wanted
     */
    private static function isSameRule(?string $rule, array $wanted, ?string $start): bool
    {
        if ($rule === null || $start === null || str_starts_with($rule, 'after:')) {
            return false;
        }
        $from = LocalDateTime::parse(strlen($start) === 10 ? "{$start}T00:00" : $start);
        $times = function (string $one) use ($from): array {
            try {
                return array_map(strval(...), (new RecurrenceSet($from, RuleParser::parse($one)))->next(60));
            } catch (InvalidRule) {
                return [$one];
            }
        };
        foreach (array_filter($wanted) as $one) {
            if (! str_starts_with($one, 'after:') && $times($one) === $times($rule)) {
                return true;
            }
        }

        return false;
    }

    private static function plain(RecurrenceRule $rule): string
    {
        return self::plainText((string) $rule);
    }

    private static function plainText(string $rule): string
    {
        return (string) preg_replace(['/(UNTIL=\d{8})T\d+Z?/', '/;BYMINUTE=0|;WKST=MO/'], ['$1', ''], $rule);
    }

    private static function isOne(mixed $is, mixed $meant): bool
    {
        return in_array($is, self::options($meant), true);
    }

    /** @return list<mixed> */
    private static function options(mixed $meant): array
    {
        return is_array($meant) ? $meant : [$meant];
    }

    /**
     * @param  list<string>  $list
     * @return list<string>
     */
    private static function sorted(array $list): array
    {
        sort($list);

        return $list;
    }
}
