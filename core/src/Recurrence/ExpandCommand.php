<?php

declare(strict_types=1);

namespace PlumRota\Core\Recurrence;

use DomainException;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** One line of core/bin/expand: a case in JSON to its instances, or to what is wrong with it. Never throws. */
final class ExpandCommand
{
    private const LONGEST_LINE = 200_000;

    private const MOST_EXTRAS = 5000;

    /** @return string JSON: {"id", "instances"} or {"id", "error"} */
    public static function answer(string $line): string
    {
        $id = null;
        try {
            if (strlen($line) > self::LONGEST_LINE) {
                throw new DomainException('The line is longer than '.self::LONGEST_LINE.' characters.');
            }
            $case = json_decode($line, true, 8);
            if (! is_array($case)) {
                throw new DomainException('The line is not a JSON object.');
            }
            $id = is_scalar($case['id'] ?? null) ? $case['id'] : null;

            return self::json(['id' => $id, 'instances' => self::instances($case)]);
        } catch (DomainException $e) {
            return self::json(['id' => $id, 'error' => $e->getMessage()]);
        }
    }

    /**
     * @param  array<mixed>  $case
     * @return list<string>
     */
    private static function instances(array $case): array
    {
        $text = self::text($case, 'dtstart') ?? throw new DomainException('dtstart: it has to start somewhere.');
        $isDate = ! str_contains($text, 'T');
        $zoneName = self::text($case, 'tz');
        $zone = $zoneName === null || $isDate ? null : Zone::of($zoneName);
        $rules = array_map(RuleParser::parse(...), self::texts($case, 'rrule'));
        $set = new RecurrenceSet(
            self::moment($text),
            $rules,
            array_map(fn (string $text): LocalDateTime => PeriodValue::parse($text)->start, self::texts($case, 'rdate')),
            array_map(self::moment(...), self::texts($case, 'exdate')),
            $zone,
        );
        $from = self::text($case, 'from');
        $to = self::text($case, 'to');
        $limit = $case['limit'] ?? ($to === null ? 100 : RecurrenceSet::MOST);
        if (! is_int($limit) || $limit < 0) {
            throw new DomainException('limit: it is a whole number from 0 on.');
        }
        $found =
            $to === null
                ? $set->next($limit, $from === null ? null : self::moment($from))
                : $set->between($from === null ? self::moment($text) : self::moment($from), self::moment($to), $limit);

        return array_map(fn (LocalDateTime $one): string => $isDate ? (string) $one->date() : OffsetText::of($one, $zone), $found);
    }

    /** @throws InvalidTime */
    private static function moment(string $text): LocalDateTime
    {
        return str_contains($text, 'T') ? LocalDateTime::parse($text) : LocalDate::parse($text)->startOfDay();
    }

    /** @param  array<mixed>  $case */
    private static function text(array $case, string $name): ?string
    {
        $value = $case[$name] ?? null;
        if ($value !== null && ! is_string($value)) {
            throw new DomainException("{$name}: it is a text.");
        }

        return $value;
    }

    /**
     * @param  array<mixed>  $case
     * @return list<string> one text, or a list of them
     */
    private static function texts(array $case, string $name): array
    {
        $value = $case[$name] ?? [];
        $values = is_string($value) ? [$value] : $value;
        if (! is_array($values) || count($values) > self::MOST_EXTRAS || array_filter($values, is_string(...)) !== $values) {
            throw new DomainException("{$name}: it is a text or a list of up to ".self::MOST_EXTRAS.' texts.');
        }

        return array_values($values);
    }

    /** @param  array<string, mixed>  $answer */
    private static function json(array $answer): string
    {
        return (string) json_encode($answer, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_INVALID_UTF8_SUBSTITUTE);
    }
}
