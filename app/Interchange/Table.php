<?php

declare(strict_types=1);

namespace App\Interchange;

use PlumRota\Core\Time\Region;

/**
 * A table as a file of comma-separated values (RFC 4180), in UTF-8 with its mark, which is what spreadsheets know it by.
 */
final class Table
{
    public const MARK = "\xEF\xBB\xBF";

    /** A sign with which a spreadsheet begins to reckon, as a pattern; some know the full-width ones as well. */
    public const RECKONED = '[=+\-@\t\x{FF1D}\x{FF0B}\x{FF0D}\x{FF20}]';

    /** Between the cells: where the comma is in numbers, spreadsheets expect a semicolon. */
    public static function sign(Region $region): string
    {
        return $region->decimalMark === 'comma' ? ';' : ',';
    }

    /** @param  list<string|int|null>  $cells */
    public static function line(array $cells, string $sign = ','): string
    {
        return implode($sign, array_map(fn (string|int|null $cell): string => self::cell($cell, $sign), $cells))."\r\n";
    }

    private static function cell(string|int|null $value, string $sign): string
    {
        $text = str_replace(["\r\n", "\r"], "\n", (string) $value);
        // A spreadsheet would reckon with it (OWASP, "CSV Injection"), with full-width signs too: a mark before it makes it words.
        if (is_string($value) && preg_match('/^'.self::RECKONED.'/u', $text) === 1) {
            $text = "'{$text}";
        }

        return preg_match('/["\n'.$sign.']/', $text) === 1 ? '"'.str_replace('"', '""', $text).'"' : $text;
    }
}
