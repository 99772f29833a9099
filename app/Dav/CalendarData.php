<?php

declare(strict_types=1);

namespace App\Dav;

use App\Interchange\Properties;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VEvent;
use Sabre\VObject\Component\VTodo;
use Sabre\VObject\Property;
use Sabre\VObject\Property\ICalendar\DateTime;
use Sabre\VObject\Reader;

/**
 * What a client wants of the file of an entry, where that is not all (RFC 4791 9.6): some components and properties, and single times of
 * a stretch.
 */
final readonly class CalendarData
{
    private function __construct(private ?Node $calendar, private ?TimeSpan $limit)
    {
    }

    /** @throws DavFault where the stretch is none */
    public static function of(Node $asked): self
    {
        $limit = $asked->child(Node::CALDAV.'limit-recurrence-set');

        return new self($asked->child(Node::CALDAV.'comp'), $limit === null ? null : TimeSpan::of($limit));
    }

    /** @param  string  $text  a whole file */
    public function part(string $text): string
    {
        if ($this->calendar === null && $this->limit === null) {
            return $text;
        }
        $file = Reader::read($text, Reader::OPTION_FORGIVING | Reader::OPTION_IGNORE_INVALID_LINES);
        if (! $file instanceof VCalendar) {
            return $text;
        }
        if ($this->limit !== null) {
            self::limit($file, $this->limit);
        }
        if ($this->calendar !== null) {
            self::prune($file, $this->calendar);
        }

        return $file->serialize();
    }

    /** Of single times that differ those that stand in a stretch, or would without what makes them differ (RFC 4791 9.6.6). */
    private static function limit(VCalendar $file, TimeSpan $span): void
    {
        foreach ($file->getComponents() as $one) {
            $id = $one instanceof Component ? Properties::first($one, 'RECURRENCE-ID') : null;
            if (! $one instanceof Component || ! $id instanceof DateTime || Properties::parameter($id, 'RANGE') === 'THISANDFUTURE') {
                continue;
            }
            $was = $id->getDateTime($span->first()->getTimezone());
            $isThen = $was >= $span->first() && $was < $span->last();
            if (! $isThen && ! self::stands($one, $span)) {
                $file->remove($one);
            }
        }
    }

    /** A time of its own may say nothing of where it stands: then it stands where it would. */
    private static function stands(Component $one, TimeSpan $span): bool
    {
        return match (true) {
            $one instanceof VTodo => $one->isInTimeRange($span->first(), $span->last()),
            $one instanceof VEvent => Properties::has($one, 'DTSTART') && $one->isInTimeRange($span->first(), $span->last()),
            default => false,
        };
    }

    /** A component of which nothing is named is wanted as a whole. */
    private static function prune(Component $of, Node $asked): void
    {
        if ($asked->children === []) {
            return;
        }
        $properties = self::named($asked, 'prop');
        $components = self::named($asked, 'comp');
        foreach ($of->children() as $child) {
            if ($child instanceof Property) {
                $wanted = $properties[strtoupper($child->name)] ?? null;
                if ($asked->child(Node::CALDAV.'allprop') === null && $wanted === null) {
                    $of->remove($child);
                } elseif (strtolower($wanted->attributes['novalue'] ?? 'no') === 'yes') {
                    $child->setValue('');
                }
            } elseif ($child instanceof Component) {
                $wanted = $components[strtoupper($child->name)] ?? null;
                if ($wanted !== null) {
                    self::prune($child, $wanted);
                } elseif ($asked->child(Node::CALDAV.'allcomp') === null) {
                    $of->remove($child);
                }
            }
        }
    }

    /** @return array<string, Node> what is asked for by name */
    private static function named(Node $asked, string $kind): array
    {
        $named = [];
        foreach ($asked->children(Node::CALDAV.$kind) as $one) {
            $named[strtoupper($one->attributes['name'] ?? '')] = $one;
        }

        return $named;
    }
}
