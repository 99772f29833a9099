<?php

declare(strict_types=1);

namespace App\Interchange;

use SplFileObject;

/**
 * A table as others write it (RFC 4180 and near it): commas, semicolons or tabs, with or without a mark of its letters. Its first
 * line names the columns.
 */
final class TableFile
{
    public const MOST_ROWS = 50_000;

    private const LONGEST_ROW = 200_000;

    private const SAMPLES = 5;

    /** Words by which a column is known, in small letters; it is matched by hand where there are others. */
    private const NAMES = [
        'title' => ['title', 'subject', 'summary', 'name', 'task', 'event', 'what'],
        'start' => ['start', 'start date', 'date', 'day', 'from date', 'begins', 'when'],
        'time' => ['start time', 'time', 'from', 'begin'],
        'end' => ['end', 'end date', 'to date', 'ends'],
        'end_time' => ['end time', 'to', 'until'],
        'minutes' => ['minutes', 'duration', 'length', 'estimate (min)'],
        'due' => ['due', 'due date', 'deadline'],
        'kind' => ['kind', 'type'],
        'importance' => ['importance', 'priority'],
        'labels' => ['labels', 'categories', 'category', 'tags'],
        'place' => ['place', 'location', 'where'],
        'link' => ['link', 'url'],
        'notes' => ['notes', 'description', 'note', 'comment', 'comments'],
        'identifier' => ['identifier', 'uid'],
        'changed' => ['changed', 'last changed', 'last modified'],
    ];

    public const ROLES = [
        'title',
        'start',
        'time',
        'end',
        'end_time',
        'minutes',
        'due',
        'kind',
        'importance',
        'labels',
        'place',
        'link',
        'notes',
        'identifier',
        'changed',
    ];

    private SplFileObject $file;

    /** @param  string  $delimiter  one sign */
    public function __construct(string $path, private readonly string $delimiter)
    {
        $this->file = new SplFileObject($path, 'rb');
    }

    /** By which sign the cells are divided, if it looks like a table at all. */
    public static function delimiter(string $head): ?string
    {
        $line = strtok(str_replace(["\r\n", "\r"], "\n", $head), "\n");
        if ($line === false || str_contains($head, 'BEGIN:VCALENDAR')) {
            return null;
        }
        $counts = array_map(fn (string $sign): int => substr_count($line, $sign), [',' => ',', ';' => ';', "\t" => "\t"]);
        arsort($counts);

        return max($counts) > 0 ? array_key_first($counts) : null;
    }

    /**
     * What there is to know of a table before it is read; null where it is none.
     *
     * @return array{delimiter: string, header: list<string>, samples: list<list<string>>, columns: array<string, int>,
     *   order: 'dmy'|'mdy'|null, first: int, at: int, rows: int, chosen: bool}|null
     */
    public static function look(string $path): ?array
    {
        $delimiter = self::delimiter((string) file_get_contents($path, length: 20_000));
        if ($delimiter === null) {
            return null;
        }
        $header = $columns = null;
        $samples = $dates = [];
        $first = $rows = 0;
        foreach ((new self($path, $delimiter))->rows(0) as $at => $row) {
            if ($header === null && ! self::isWithoutHead($row)) {
                [$header, $first] = [$row, $at];

                continue;
            }
            if ($header === null) {
                $header = array_map(fn (int $i): string => 'column '.($i + 1), array_keys($row));
                $columns = self::byCells($row);
            }
            $rows++;
            if (count($samples) < self::SAMPLES) {
                $samples[] = array_map(fn (string $cell): string => mb_substr($cell, 0, 80), $row);
            }
            if (count($dates) < 5000) {
                array_push($dates, ...array_filter($row, fn (string $cell): bool => strlen($cell) < 30));
            }
        }
        $header ??= [];

        return [
            'delimiter' => $delimiter,
            'header' => array_map(fn (string $name): string => mb_substr($name, 0, 80), $header),
            'samples' => $samples,
            'columns' => $columns ?? self::guess($header),
            'order' => TableMoment::order($dates),
            'first' => $first,
            'at' => $first,
            'rows' => $rows,
            'chosen' => false,
        ];
    }

    /** A sentence where it has no rows, or too many. */
    public static function fault(int $rows): ?string
    {
        return match (true) {
            $rows === 0 => 'The table has no rows below the names of its columns.',
            $rows > self::MOST_ROWS => 'The table has more than '.
                number_format(self::MOST_ROWS).
                ' rows. Divide it, and bring it in in parts.',
            default => null,
        };
    }

    /**
     * The first line is one of the rows: it names no column that is known, and has a date in it.
     *
     * @param  list<string>  $row
     */
    private static function isWithoutHead(array $row): bool
    {
        return self::guess($row) === [] && array_filter($row, TableMoment::isOne(...)) !== [];
    }

    /**
     * Where nothing names them: the first date is the start, the first words are the title.
     *
     * @param  list<string>  $row
     * @return array<string, int>
     */
    private static function byCells(array $row): array
    {
        $columns = [];
        foreach ($row as $i => $cell) {
            $role = match (true) {
                TableMoment::isOne($cell) => 'start',
                preg_match('/\p{L}{2,}/u', $cell) === 1 => 'title',
                default => null,
            };
            if ($role !== null && ! isset($columns[$role])) {
                $columns[$role] = $i;
            }
        }

        return $columns;
    }

    /**
     * @param  list<string>  $header
     * @return array<string, int> the columns by what they mean, as far as their names say
     */
    public static function guess(array $header): array
    {
        $names = array_map(fn (string $name): string => mb_strtolower(trim($name)), $header);
        $found = [];
        foreach (self::NAMES as $role => $known) {
            foreach ($known as $name) {
                $at = array_search($name, $names, true);
                if ($at !== false && ! in_array($at, $found, true)) {
                    $found[$role] = $at;
                    break;
                }
            }
        }

        return $found;
    }

    /**
     * The rows from a place in the file on; the first row of all names the columns.
     *
     * @param  int  $from  bytes
     * @return iterable<int, list<string>> by the byte after each
     */
    public function rows(int $from): iterable
    {
        $this->file->fseek($from);
        while (! $this->file->eof()) {
            $cells = $this->file->fgetcsv($this->delimiter, '"', '');
            $at = (int) $this->file->ftell();
            if (! is_array($cells) || $cells === [null]) {
                continue;
            }
            $row = [];
            $length = 0;
            foreach ($cells as $i => $cell) {
                $text = (string) $cell;
                $length += strlen($text);
                $text = $i === 0 && $from === 0 ? (string) preg_replace('/^\xEF\xBB\xBF/', '', $text) : $text;
                $text = mb_check_encoding($text, 'UTF-8') ? $text : mb_convert_encoding($text, 'UTF-8', 'Windows-1252');
                // What was made harmless for spreadsheets is itself again.
                $row[] = trim((string) preg_replace("/^'(?=".Table::RECKONED.')/u', '', $text));
            }
            yield $at => $length > self::LONGEST_ROW ? [] : $row;
            $from = $at;
        }
    }
}
