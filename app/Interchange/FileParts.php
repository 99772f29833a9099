<?php

declare(strict_types=1);

namespace App\Interchange;

use PlumRota\Core\Time\Zone;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\InvalidDataException;
use Sabre\VObject\ParseException;
use Sabre\VObject\Reader;
use SplFileObject;

/**
 * Reads the components that an index names, tolerant of how they are written: line ends of any kind, wrong folding, text of eight
 * bits, lines that say nothing.
 *
 * @phpstan-import-type Part from FileIndex
 */
final class FileParts
{
    /** Bytes of all components with one UID; more is no entry a person made. */
    private const LARGEST = 8_000_000;

    private const MOST_LINES = 60_000;

    /** A longer line is a file inside the file. */
    private const LONGEST_LINE = 100_000;

    private readonly SplFileObject $file;

    private ?ZoneNames $zones = null;

    public function __construct(string $path, private readonly FileIndex $index, private readonly Zone $account)
    {
        $this->file = new SplFileObject($path, 'rb');
    }

    /**
     * @param  list<Part>  $parts  of one UID
     *
     * @throws CannotKeep
     */
    public function read(array $parts): ReadEntry
    {
        $repairs = [];
        $text = $this->text($parts, $repairs);
        $components = [];
        foreach ($this->parsed($text)->getComponents() as $one) {
            if ($one instanceof Component && $one->name !== 'VTIMEZONE') {
                $components[] = $one;
            }
        }
        if ($components === []) {
            throw new CannotKeep('Nothing in it could be read.');
        }
        $read = EntryIn::read($components, $this->zones());

        return new ReadEntry(
            $read->uid,
            $read->columns,
            $read->overrides,
            $read->changed,
            $read->sequence,
            [...array_values(array_unique($repairs)), ...$read->repairs],
            $read->onward,
            $read->continues,
            $read->created,
        );
    }

    /**
     * What it calls itself, as far as that can be told without reading the rest.
     *
     * @param  list<Part>  $parts
     */
    public function titleOf(array $parts): string
    {
        [, $from, $length] = $parts[0] ?? [0, 0, 0];
        $this->file->fseek($from);
        $head = mb_scrub((string) $this->file->fread(max(1, min($length, 20_000))));

        return preg_match('/^SUMMARY[^:\r\n]{0,200}:(.{1,120})/mi', $head, $m) === 1 ? trim(stripcslashes($m[1])) : 'No title';
    }

    private function zones(): ZoneNames
    {
        $repairs = [];
        try {
            return $this->zones ??= new ZoneNames(
                $this->parsed($this->text(array_slice($this->index->zones, 0, 500), $repairs)),
                $this->account,
            );
        } catch (CannotKeep) {
            return $this->zones = new ZoneNames(new VCalendar(), $this->account);
        }
    }

    /** @throws CannotKeep */
    private function parsed(string $text): VCalendar
    {
        try {
            $calendar = Reader::read(
                "BEGIN:VCALENDAR\nVERSION:2.0\n{$text}END:VCALENDAR\n",
                Reader::OPTION_FORGIVING | Reader::OPTION_IGNORE_INVALID_LINES,
            );
        } catch (ParseException|InvalidDataException) {
            throw new CannotKeep('It is not written as iCalendar.');
        }
        assert($calendar instanceof VCalendar);

        return $calendar;
    }

    /**
     * What stands in some parts of the file, in the letters of UTF-8, each line whole.
     *
     * @param  list<array{int, int, int}>  $parts
     * @param  list<string>  $repairs
     *
     * @throws CannotKeep
     */
    private function text(array $parts, array &$repairs): string
    {
        if (array_sum(array_column($parts, 2)) > self::LARGEST) {
            throw new CannotKeep('It is larger than '.self::LARGEST / 1_000_000 .' MB.');
        }
        $text = '';
        foreach ($parts as [, $from, $length]) {
            $this->file->fseek($from);
            $text .= $this->file->fread(max(1, $length));
        }
        if (! mb_check_encoding($text, 'UTF-8')) {
            $text = mb_convert_encoding($text, 'UTF-8', 'Windows-1252');
            $repairs[] = 'Its letters were not those of UTF-8; they were taken for those of Windows-1252.';
        }
        $lines = preg_split('/\R/u', rtrim($text)) ?: [];
        if (count($lines) > self::MOST_LINES) {
            throw new CannotKeep('It has more than '.number_format(self::MOST_LINES).' lines.');
        }

        return self::unfolded($lines, $repairs);
    }

    /**
     * One line each. What goes on without the space that says so is put to the line before it.
     *
     * @param  list<string>  $lines
     * @param  list<string>  $repairs
     */
    private static function unfolded(array $lines, array &$repairs): string
    {
        $whole = [];
        foreach ($lines as $line) {
            $isFolded = $line !== '' && ($line[0] === ' ' || $line[0] === "\t");
            if ($isFolded && $whole !== []) {
                $whole[count($whole) - 1] .= substr($line, 1);
            } elseif ($line !== '' && $whole !== [] && preg_match('/^[A-Za-z0-9-]+(?:;[^:]*)?:/', $line) !== 1) {
                $whole[count($whole) - 1] .= '\n'.$line;
                $repairs[] = 'Some lines were broken where they may not be; they were joined.';
            } elseif ($line !== '') {
                $whole[] = $line;
            }
        }
        $kept = array_filter($whole, fn (string $line): bool => strlen($line) <= self::LONGEST_LINE);
        if (count($kept) < count($whole)) {
            $repairs[] = 'A file inside it was left out.';
        }

        foreach ($kept as $i => $line) {
            $kept[$i] = self::withRule($line, $repairs);
        }

        return implode("\n", $kept)."\n";
    }

    /** @param  list<string>  $repairs */
    private static function withRule(string $line, array &$repairs): string
    {
        $rule = preg_match('/^(RRULE|EXRULE):(.{1,500})$/i', $line, $m) === 1 ? OldRule::inWords($m[2]) : null;
        if ($rule === null) {
            return $line;
        }
        $repairs[] = 'Its rule is written as vCalendar 1.0 wrote it.';

        return "{$m[1]}:{$rule}";
    }
}
