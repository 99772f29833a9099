<?php

declare(strict_types=1);

namespace App\Interchange;

use Closure;
use ErrorException;
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
    private const LARGEST = 16_000_000;

    private const MOST_LINES = 60_000;

    /** As they are written: a file inside is broken into short ones. */
    private const MOST_WRITTEN_LINES = 400_000;

    private const LONGEST_LINE = 100_000;

    /** What people write. */
    private const WORDS = '/^(?:SUMMARY|DESCRIPTION|LOCATION)[;:]/i';

    /** Signs of a file inside: ten megabytes in base64. */
    private const LARGEST_FILE = 14_500_000;

    /** How a property begins; its parameters may go on below. */
    private const BEGINS = '/^(?:[A-Za-z0-9-]+(?:;[^:]*)?:|[A-Za-z0-9-]+;[A-Za-z0-9-]+=)/';

    private readonly SplFileObject $file;

    private ?ZoneNames $zones = null;

    public function __construct(string $path, private readonly FileIndex $index, private readonly Zone $account)
    {
        $this->file = new SplFileObject($path, 'rb');
    }

    /**
     * @param  list<Part>  $parts  of one UID
     * @param  (Closure(non-empty-list<Component>, ZoneNames): ReadEntry)|null  $reader  where more is known than the file says
     *
     * @throws CannotKeep
     * @throws ErrorException|InvalidDataException|ParseException where the library finds only now that it is no iCalendar
     */
    public function read(array $parts, ?Closure $reader = null): ReadEntry
    {
        $repairs = [];
        $files = [];
        $text = $this->text($parts, $repairs, $files);
        $components = [];
        foreach ($this->parsed($text)->getComponents() as $one) {
            if ($one instanceof Component && $one->name !== 'VTIMEZONE') {
                $components[] = $one;
            }
        }
        if ($components === []) {
            throw new CannotKeep('Nothing in it could be read.');
        }
        $read = ($reader ?? EntryReader::read(...))($components, $this->zones());

        return new ReadEntry(
            $read->uid,
            $read->columns,
            $read->overrides,
            $read->changed,
            $read->sequence,
            [...array_values(array_unique($repairs)), ...$read->repairs],
            $read->onward,
            $read->related,
            $read->created,
            array_values($files),
            $read->told,
            $read->finished,
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
        $repairs = $files = [];
        try {
            return $this->zones ??= new ZoneNames(
                $this->parsed($this->text(array_slice($this->index->zones, 0, 500), $repairs, $files)),
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
     * @param  array<string, array{name: string, data: string}>  $files  found in it
     *
     * @throws CannotKeep
     */
    private function text(array $parts, array &$repairs, array &$files): string
    {
        if (array_sum(array_column($parts, 2)) > self::LARGEST) {
            throw new CannotKeep('It is larger than '.self::LARGEST / 1_000_000 .' MB.');
        }
        $text = '';
        foreach ($parts as [, $from, $length]) {
            $this->file->fseek($from);
            $text .= $this->file->fread(max(1, $length));
        }
        // Folding is undone before anything is read (RFC 5545 3.1): it may break a name, and a letter of several bytes.
        $written = substr_count($text, "\n");
        $text = (string) preg_replace('/\r?\n[ \t]/', '', $text);
        if (! mb_check_encoding($text, 'UTF-8')) {
            $text = mb_convert_encoding($text, 'UTF-8', 'Windows-1252');
            $repairs[] = 'Its letters were not those of UTF-8; they were taken for those of Windows-1252.';
        }
        if ($written > self::MOST_WRITTEN_LINES) {
            throw new CannotKeep('It has more lines than an entry has.');
        }

        return self::lines(preg_split('/\R/u', rtrim($text)) ?: [], $repairs, $files);
    }

    /**
     * One line each. What goes on without the space that says so is put to the line before it.
     *
     * @param  list<string>  $lines
     * @param  list<string>  $repairs
     * @param  array<string, array{name: string, data: string}>  $files  found in them
     *
     * @throws CannotKeep
     */
    private static function lines(array $lines, array &$repairs, array &$files): string
    {
        $whole = [];
        foreach ($lines as $line) {
            if ($line !== '' && $whole !== [] && preg_match(self::BEGINS, $line) !== 1) {
                $whole[count($whole) - 1] .= '\n'.$line;
                $repairs[] = 'Some lines were broken where they may not be; they were joined.';
            } elseif ($line !== '') {
                $whole[] = $line;
            }
        }
        if (count($whole) > self::MOST_LINES) {
            throw new CannotKeep('It has more than '.number_format(self::MOST_LINES).' lines.');
        }
        $kept = [];
        foreach ($whole as $line) {
            $file = self::file($line);
            if ($file !== null) {
                $files[hash('sha256', $file['data'])] = $file;
            } elseif (strlen($line) <= self::LONGEST_LINE) {
                $kept[] = $line;
            } elseif (preg_match(self::WORDS, $line) === 1) {
                // Whoever reads it cuts it to the room of its field, and says so.
                $kept[] = preg_replace('/\\\\$/D', '', mb_strcut($line, 0, self::LONGEST_LINE, 'UTF-8')) ?? '';
            } else {
                $repairs[] = 'Something in it was larger than can be kept, and was left out.';
            }
        }
        foreach ($kept as $i => $line) {
            $kept[$i] = self::withRule($line, $repairs);
        }

        return implode("\n", $kept)."\n";
    }

    /**
     * A file inside (ATTACH of RFC 5545 3.8.1.1): it is taken out of the text, so that nothing that is read holds it.
     *
     * @return array{name: string, data: string}|null its data in base64
     */
    private static function file(string $line): ?array
    {
        if (
            strncasecmp($line, 'ATTACH;', 7) !== 0 ||
            strlen($line) > self::LARGEST_FILE ||
            preg_match('/^ATTACH;([^:]*(?:ENCODING=BASE64|VALUE=BINARY)[^:]*):/i', substr($line, 0, 2000), $m) !== 1
        ) {
            return null;
        }
        $name = preg_match('/(?:^|;)(?:X-)?FILENAME=("[^"]*"|[^;]*)/i', $m[1], $found) === 1 ? trim($found[1], '"') : 'file';

        return ['name' => $name, 'data' => substr($line, strlen($m[0]))];
    }

    /** @param  list<string>  $repairs */
    private static function withRule(string $line, array &$repairs): string
    {
        $rule = preg_match('/^(RRULE|EXRULE):(.{1,500})$/i', $line, $m) === 1 ? VCalendarRule::inWords($m[2]) : null;
        if ($rule === null) {
            return $line;
        }
        $repairs[] = 'Its rule is written as vCalendar 1.0 wrote it.';

        return "{$m[1]}:{$rule}";
    }
}
