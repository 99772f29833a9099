<?php

declare(strict_types=1);

namespace App\Interchange;

use SplFileObject;

/**
 * Where in a file of iCalendar each component lies, found in one pass without reading what it says: a large file is never held as
 * a whole, and can be read in portions.
 *
 * A part is the calendar it lies in, its first byte and the number of its bytes.
 *
 * @phpstan-type Part array{int, int, int}
 * @phpstan-type Named array{name: string, colour: string|null}
 */
final class FileIndex
{
    public const MOST_COMPONENTS = 50_000;

    /** Bytes of a line that are looked at: names, identifiers, and what a calendar calls itself. */
    private const LONGEST_LOOKED_AT = 2000;

    /** What lies in a calendar itself, and never in one another (RFC 5545 3.6). */
    private const OF_A_CALENDAR = ['VEVENT', 'VTODO', 'VJOURNAL', 'VFREEBUSY', 'VTIMEZONE', 'VAVAILABILITY'];

    private const WANTED = 'A file of iCalendar begins with BEGIN:VCALENDAR.';

    /** @var list<Named> what each calendar in the file calls itself */
    public array $calendars = [];

    /** @var array<string, list<Part>> by UID; without one each component stands for itself */
    public array $entries = [];

    /** @var list<Part> */
    public array $zones = [];

    public int $components = 0;

    /** A sentence where the file is none that can be read, or too large. */
    public ?string $fault = null;

    /** A sentence where something in it, or the file itself, is not ended: that is not among its entries. */
    public ?string $cut = null;

    /** @var list<string> names of what is open, outermost first */
    private array $open = [];

    private int $from = 0;

    private string $uid = '';

    public static function of(string $path): self
    {
        $index = new self();
        $index->scan($path);

        return $index;
    }

    /**
     * As it was written down after an earlier look.
     *
     * @param  list<Named>  $calendars
     * @param  array<string, list<Part>>  $entries
     * @param  list<Part>  $zones
     */
    public static function again(array $calendars, array $entries, array $zones): self
    {
        $index = new self();
        [$index->calendars, $index->entries, $index->zones] = [$calendars, $entries, $zones];

        return $index;
    }

    private function scan(string $path): void
    {
        $file = new SplFileObject($path, 'rb');
        $head = (string) $file->fread(4096);
        $this->fault = self::faultOf($head);
        if ($this->fault !== null) {
            return;
        }
        $file->rewind();
        $at = $begins = 0;
        $whole = '';
        while (! $file->eof() && $this->fault === null) {
            $line = $file->fgets();
            // Folding is undone before anything is read (RFC 5545 3.1): a name may be broken as well.
            if ($whole !== '' && $line !== '' && ($line[0] === ' ' || $line[0] === "\t")) {
                $whole = strlen($whole) < self::LONGEST_LOOKED_AT ? rtrim($whole, "\r\n").substr($line, 1) : $whole;
            } else {
                $this->line($whole, $begins, $at);
                [$whole, $begins] = [$at === 0 ? (string) preg_replace('/^\xEF\xBB\xBF/', '', $line) : $line, $at];
            }
            $at += strlen($line);
        }
        $this->line($whole, $begins, $at);
        if ($this->fault === null && $this->calendars === []) {
            $this->fault = 'There is no calendar in this file. '.self::WANTED;
        }
        if ($this->fault === null && $this->open !== []) {
            $this->cut =
                'The file ends in the middle: '.
                (count($this->open) > 1 ? 'its last entry is not whole and was left out, and ' : '').
                'there may have been more. Get it once more if you can.';
        }
    }

    /** What a file is that begins like this, where it is none of iCalendar. */
    private static function faultOf(string $head): ?string
    {
        return match (true) {
            $head === '' => 'The file is empty.',
            str_starts_with($head, "PK\x03\x04"),
            str_starts_with($head, "\x1f\x8b") => 'This is a packed archive. Unpack it, and bring in the files in it that end in .ics.',
            str_contains($head, "\0") => 'This is no text. '.self::WANTED,
            preg_match('/^\s*<(?:\?xml|!doctype|html)/i', $head) === 1 => 'This is a page or a document of another kind. '.
                self::WANTED,
            default => null,
        };
    }

    /**
     * @param  string  $line  one line, unfolded
     * @param  int  $at  where in the file it begins
     * @param  int  $to  and where the next one does
     */
    private function line(string $line, int $at, int $to): void
    {
        $depth = count($this->open);
        if (
            $line !== '' &&
            ($line[0] === 'B' || $line[0] === 'b') &&
            preg_match('/^BEGIN:\s*([\w-]{1,40})\s*$/iD', rtrim($line), $m) === 1
        ) {
            $this->begin(strtoupper($m[1]), $at);
        } elseif (
            $line !== '' &&
            ($line[0] === 'E' || $line[0] === 'e') &&
            preg_match('/^END:\s*([\w-]{1,40})\s*$/iD', rtrim($line), $m) === 1
        ) {
            $this->end(strtoupper($m[1]), $to);
        } elseif ($depth === 2 && preg_match('/^UID[^:]{0,200}:(.*)$/i', rtrim($line), $m) === 1) {
            $this->uid = trim($m[1]);
        } elseif ($depth === 1) {
            $this->ofCalendar(rtrim($line));
        }
    }

    private function begin(string $name, int $at): void
    {
        if ($name === 'VCALENDAR') {
            // One that was not ended is ended by the next.
            $this->leave(0);
            $this->calendars[] = ['name' => '', 'colour' => null];
        } elseif ($this->open === []) {
            return;
        } elseif (in_array($name, self::OF_A_CALENDAR, true)) {
            $this->leave(1);
        }
        if (count($this->open) === 1) {
            [$this->from, $this->uid] = [$at, ''];
        }
        if (count($this->open) < 20) {
            $this->open[] = $name;
        } else {
            $this->fault = 'The file has components inside one another deeper than any calendar has.';
        }
    }

    private function end(string $name, int $to): void
    {
        $depth = array_key_last(array_filter($this->open, fn (string $one): bool => $one === $name));
        if ($depth === null) {
            return;
        }
        // What lies in it and was not ended makes it no whole one either.
        $isWhole = $depth === count($this->open) - 1;
        $this->leave($depth + 1);
        array_pop($this->open);
        if ($depth !== 1 || ! $isWhole) {
            return;
        }
        $part = [count($this->calendars) - 1, $this->from, $to - $this->from];
        if ($name === 'VTIMEZONE') {
            $this->zones[] = $part;

            return;
        }
        if (++$this->components > self::MOST_COMPONENTS) {
            $this->fault =
                'The file has more than '.
                number_format(self::MOST_COMPONENTS).
                ' components. Divide it, and bring it in in parts.';

            return;
        }
        $uid = $this->uid === '' ? "\0{$this->components}" : mb_scrub($this->uid);
        $this->entries[$uid][] = $part;
    }

    /** Leaves what lies deeper without an end, which is a fault of the file. */
    private function leave(int $depth): void
    {
        if (count($this->open) > $depth) {
            $this->cut =
                (count($this->open) > 1
                    ? 'An entry in the file begins and does not end: it was left out'
                    : 'A calendar in the file begins and does not end').
                ', and there may have been more. Get it once more if you can.';
            $this->open = array_slice($this->open, 0, $depth);
        }
    }

    /** What a calendar calls itself: NAME and COLOR (RFC 7986), or what they were before that. */
    private function ofCalendar(string $line): void
    {
        $i = count($this->calendars) - 1;
        if (preg_match('/^(?:NAME|X-WR-CALNAME)(?:;[^:]{0,200})?:(.{1,300})$/i', $line, $m) === 1) {
            $this->calendars[$i]['name'] = mb_substr(trim(stripcslashes(mb_scrub($m[1]))), 0, 100);
        } elseif (preg_match('/^COLOR(?:;[^:]{0,200})?:(\w{1,40})$/i', $line, $m) === 1) {
            $this->calendars[$i]['colour'] = Names::colour($m[1]);
        }
    }
}
