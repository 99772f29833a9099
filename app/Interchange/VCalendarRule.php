<?php

declare(strict_types=1);

namespace App\Interchange;

/**
 * A rule as vCalendar 1.0 (1996) wrote it, in the words of RFC 5545: "W2 MO WE #10", "MP1 1+ TU #0", "D1 19970101T000000Z". Those
 * within a day (M5 …) had no use in calendars and are not read.
 */
final class VCalendarRule
{
    /** Null for what is none of these. */
    public static function inWords(string $text): ?string
    {
        if (
            preg_match(
                '/^(D|W|MP|MD|YM|YD)(\d{1,3})((?:\s+(?!\d{8}T)[^\s#]+)*)(?:\s+(#\d{1,4}|\d{8}T\d{6}Z?))?$/D',
                strtoupper(trim($text)),
                $m,
            ) !== 1
        ) {
            return null;
        }
        $values = preg_split('/\s+/', trim($m[3]), flags: PREG_SPLIT_NO_EMPTY) ?: [];
        $end = $m[4] ?? '#2'; // without an end it came twice
        $parts = match ($m[1]) {
            'D' => ['FREQ=DAILY'],
            'W' => ['FREQ=WEEKLY', self::list('BYDAY', $values)],
            'MD' => ['FREQ=MONTHLY', self::list('BYMONTHDAY', array_map(self::number(...), $values))],
            'MP' => ['FREQ=MONTHLY', self::list('BYDAY', self::positions($values))],
            'YM' => ['FREQ=YEARLY', self::list('BYMONTH', $values)],
            default => ['FREQ=YEARLY', self::list('BYYEARDAY', array_map(self::number(...), $values))],
        };
        $parts[] = (int) $m[2] > 1 ? 'INTERVAL='.(int) $m[2] : '';
        $parts[] = match (true) {
            $end === '#0' => '',
            $end[0] === '#' => 'COUNT='.substr($end, 1),
            default => "UNTIL={$end}",
        };

        return implode(';', array_filter($parts, fn (string $part): bool => $part !== ''));
    }

    /** @param  list<string>  $values */
    private static function list(string $name, array $values): string
    {
        return $values === [] ? '' : "{$name}=".implode(',', $values);
    }

    /** "1+" is the first, "1-" the last, LD the last day. */
    private static function number(string $value): string
    {
        return $value === 'LD' ? '-1' : (str_ends_with($value, '-') ? '-' : '').rtrim($value, '+-');
    }

    /**
     * "1+ TU TH 2- FR": the first Tuesday and Thursday, the second Friday from the end.
     *
     * @param  list<string>  $values
     * @return list<string>
     */
    private static function positions(array $values): array
    {
        $days = [];
        $position = '';
        foreach ($values as $value) {
            if (preg_match('/^\d[+-]?$/D', $value) === 1) {
                $position = self::number($value);
            } else {
                $days[] = $position.$value;
            }
        }

        return $days;
    }
}
