<?php

declare(strict_types=1);

namespace PlumRota\Core\Capture;

/** The line while it is being read: what has been understood is taken out of it, the rest is the title. */
final class Line
{
    private string $left;

    /**
     * @var list<array{int, int, 'title'|'rhythm'|'date'|'time'|'length'|'calendar'|'due'|'turn'|'reminder'|'importance'|'end'|'kind'}>
     *   byte offset, length, role
     */
    private array $taken = [];

    public function __construct(private readonly string $text)
    {
        $this->left = $text;
    }

    /** The text with what was taken blanked out by a byte no pattern matches; offsets stay. */
    public function left(): string
    {
        return $this->left;
    }

    /**
     * Takes the first match of a pattern, if what it says can be made sense of.
     *
     * @param  string  $pattern  without delimiters, case-insensitive
     * @param  'title'|'rhythm'|'date'|'time'|'length'|'calendar'|'due'|'turn'|'reminder'|'importance'|'end'|'kind'  $role
     * @param  callable(array<int|string, string>): bool  $accept  gets the groups
     */
    public function take(string $pattern, string $role, callable $accept): bool
    {
        if (
            preg_match(
                '/(?<![\w-])(?:'.$pattern.')(?![\w-])/iu',
                $this->left,
                $m,
                PREG_OFFSET_CAPTURE | PREG_UNMATCHED_AS_NULL,
            ) !== 1
        ) {
            return false;
        }
        $groups = array_map(fn (array $group): string => (string) $group[0], $m);
        if (! $accept($groups)) {
            return false;
        }
        $this->cut((int) $m[0][1], strlen((string) $m[0][0]), $role);

        return true;
    }

    /** @param  'title'|'rhythm'|'date'|'time'|'length'|'calendar'|'due'|'turn'|'reminder'|'importance'|'end'|'kind'  $role */
    public function cut(int $at, int $length, string $role): void
    {
        $this->left = substr_replace($this->left, str_repeat("\x01", $length), $at, $length);
        $this->taken[] = [$at, $length, $role];
    }

    /** What nothing was made of, with the glue between the taken parts gone. */
    public function title(): string
    {
        $title = (string) preg_replace('/[\s,;]*\x01+[\s,;]*/', ' ', $this->left);

        return trim((string) preg_replace('/\s+/u', ' ', $title), " ,;\n\t");
    }

    /** @return list<Segment> */
    public function segments(): array
    {
        usort($this->taken, fn (array $a, array $b): int => $a[0] <=> $b[0]);
        $segments = [];
        $at = 0;
        foreach ($this->taken as [$from, $length, $role]) {
            if ($from > $at) {
                $segments[] = new Segment(substr($this->text, $at, $from - $at), 'title');
            }
            $segments[] = new Segment(substr($this->text, $from, $length), $role);
            $at = $from + $length;
        }
        if ($at < strlen($this->text)) {
            $segments[] = new Segment(substr($this->text, $at), 'title');
        }

        return $segments;
    }
}
