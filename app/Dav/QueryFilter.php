<?php

declare(strict_types=1);

namespace App\Dav;

use App\Interchange\Properties;
use Closure;
use DateInterval;
use DateTimeImmutable;
use DateTimeZone;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VAlarm;
use Sabre\VObject\DateTimeParser;
use Sabre\VObject\InvalidDataException;
use Sabre\VObject\Parameter;
use Sabre\VObject\Property;
use Sabre\VObject\Property\ICalendar\DateTime;

/** Which entries a client asks for by what is in them (RFC 4791 9.7). */
final readonly class QueryFilter
{
    public const COLLATIONS = ['i;ascii-casemap', 'i;octet', 'i;unicode-casemap'];

    private const KINDS = ['VEVENT' => 'event', 'VTODO' => 'task'];

    private function __construct(private Node $calendar)
    {
    }

    /** @throws DavFault */
    public static function of(?Node $filter): self
    {
        $calendar = $filter?->child(Node::CALDAV.'comp-filter');
        if ($calendar === null || strtoupper($calendar->attributes['name'] ?? '') !== 'VCALENDAR') {
            throw new DavFault(400, 'A query asks for what is in VCALENDAR.', Node::CALDAV.'valid-filter');
        }
        self::check($calendar);

        return new self($calendar);
    }

    /** That every time and every way of comparing in it is one that can be kept to. */
    private static function check(Node $node): void
    {
        if ($node->name === Node::CALDAV.'time-range') {
            TimeSpan::of($node);
        }
        $collation = $node->attributes['collation'] ?? 'default';
        if ($collation !== 'default' && ! in_array($collation, self::COLLATIONS, true)) {
            throw new DavFault(412, 'There is no such way of comparing.', Node::CALDAV.'supported-collation');
        }
        array_map(self::check(...), $node->children);
    }

    /** The kind of entries that alone can be meant; null for both. */
    public function kind(): ?string
    {
        foreach ($this->calendar->children(Node::CALDAV.'comp-filter') as $one) {
            $kind = self::KINDS[strtoupper($one->attributes['name'] ?? '')] ?? null;
            if ($kind !== null && $one->child(Node::CALDAV.'is-not-defined') === null) {
                return $kind;
            }
        }

        return null;
    }

    /** Where nothing is asked but events of a stretch: that is answered without looking into them. */
    public function onlyEventsIn(): ?TimeSpan
    {
        $one = $this->calendar->children[0] ?? null;
        $range = $one?->children[0] ?? null;

        return $this->kind() === 'event' &&
            count($this->calendar->children) === 1 &&
            count($one->children ?? []) === 1 &&
            $range?->name === Node::CALDAV.'time-range'
            ? TimeSpan::of($range)
            : null;
    }

    /** Whether all entries of a kind are asked for. */
    public function asksForAll(): bool
    {
        $ones = $this->calendar->children;

        return $ones === [] ||
            (count($ones) === 1 &&
                $ones[0]->name === Node::CALDAV.'comp-filter' &&
                $ones[0]->children === [] &&
                isset(self::KINDS[strtoupper($ones[0]->attributes['name'] ?? '')]));
    }

    /** @param  Closure(Component, TimeSpan): bool  $stands  whether an event or a task does in a stretch */
    public function matches(Component $calendar, Closure $stands): bool
    {
        return self::component($this->calendar, $calendar, $stands);
    }

    /** @param  Closure(Component, TimeSpan): bool  $stands */
    private static function component(Node $filter, Component $of, Closure $stands): bool
    {
        foreach ($filter->children as $one) {
            $name = strtoupper($one->attributes['name'] ?? '');
            $fits = match ($one->name) {
                Node::CALDAV.'time-range' => self::inRange($of, TimeSpan::of($one), $stands),
                Node::CALDAV.'comp-filter' => self::anyOf(
                    $one,
                    Properties::components($of, $name),
                    fn (Component $sub): bool => self::component($one, $sub, $stands),
                ),
                Node::CALDAV.'prop-filter' => self::anyOf(
                    $one,
                    Properties::all($of, $name),
                    fn (Property $sub): bool => self::property($one, $sub),
                ),
                default => true,
            };
            if (! $fits) {
                return false;
            }
        }

        return true;
    }

    /** @param  Closure(Component, TimeSpan): bool  $stands */
    private static function inRange(Component $of, TimeSpan $span, Closure $stands): bool
    {
        return match (true) {
            isset(self::KINDS[$of->name]) => $stands($of, $span),
            $of instanceof VAlarm => self::mayRing($of, $span, $stands),
            default => true,
        };
    }

    /**
     * One that is not written as an alarm can be never rings.
     *
     * @param  Closure(Component, TimeSpan): bool  $stands
     */
    private static function mayRing(VAlarm $alarm, TimeSpan $span, Closure $stands): bool
    {
        try {
            return self::rings($alarm, $span, $stands);
        } catch (InvalidDataException) {
            return false;
        }
    }

    /**
     * Of something that comes again an alarm may ring at each of its times (RFC 4791 9.9). One that counts from the start of a task without
     * one counts from when it is due.
     *
     * @param  Closure(Component, TimeSpan): bool  $stands
     */
    private static function rings(VAlarm $alarm, TimeSpan $span, Closure $stands): bool
    {
        $of = $alarm->parent;
        $trigger = Properties::first($alarm, 'TRIGGER');
        if (! $of instanceof Component || $trigger === null) {
            return false;
        }
        $isMoment = strtoupper(Properties::parameter($trigger, 'VALUE') ?? 'DURATION') === 'DATE-TIME';
        if (! $isMoment && ! Properties::has($of, 'DTSTART')) {
            $due = Properties::first($of, 'DUE');
            if (! $due instanceof DateTime) {
                return false;
            }
            $trigger['RELATED'] = 'END';
        }
        if (! $isMoment && (Properties::has($of, 'RRULE') || Properties::has($of, 'RDATE'))) {
            $before = DateTimeParser::parseDuration(Properties::raw($trigger));
            $now = $span->first();
            $ahead = $before instanceof DateInterval ? $now->add($before)->getTimestamp() - $now->getTimestamp() : null;

            return $ahead !== null && $stands($of, $span->earlier($ahead));
        }

        return $alarm->isInTimeRange($span->first(), $span->last());
    }

    /**
     * @template T
     *
     * @param  list<T>  $there
     * @param  Closure(T): bool  $fits
     */
    private static function anyOf(Node $filter, array $there, Closure $fits): bool
    {
        return $filter->child(Node::CALDAV.'is-not-defined') !== null
            ? $there === []
            : array_filter($there, $fits) !== [];
    }

    private static function property(Node $filter, Property $of): bool
    {
        foreach ($filter->children as $one) {
            $fits = match ($one->name) {
                Node::CALDAV.'time-range' => $of instanceof DateTime && self::momentIn($of, TimeSpan::of($one)),
                Node::CALDAV.'text-match' => self::text($one, (string) $of),
                Node::CALDAV.'param-filter' => self::parameter($one, $of),
                default => true,
            };
            if (! $fits) {
                return false;
            }
        }

        return true;
    }

    private static function parameter(Node $filter, Property $of): bool
    {
        $found = $of[strtoupper($filter->attributes['name'] ?? '')] ?? null;
        if ($filter->child(Node::CALDAV.'is-not-defined') !== null) {
            return $found === null;
        }
        $match = $filter->child(Node::CALDAV.'text-match');

        return $found instanceof Parameter && ($match === null || self::text($match, (string) $found));
    }

    private static function momentIn(DateTime $of, TimeSpan $span): bool
    {
        $moment = $of->getDateTime(new DateTimeZone('UTC'));

        return DateTimeImmutable::createFromInterface($moment) >= $span->first() && $moment < $span->last();
    }

    private static function text(Node $match, string $is): bool
    {
        $found = match ($match->attributes['collation'] ?? 'i;ascii-casemap') {
            'i;octet' => str_contains($is, $match->text),
            'i;unicode-casemap' => mb_stripos($is, $match->text) !== false,
            default => stripos($is, $match->text) !== false,
        };

        return ($match->attributes['negate-condition'] ?? 'no') === 'yes' ? ! $found : $found;
    }
}
