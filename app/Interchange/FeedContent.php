<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Models\Entry;
use App\Models\Feed;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Property;

/**
 * What those who follow a calendar are told of an entry: all that others understand, without reminders and what is ours alone; or
 * only when one is busy.
 */
final readonly class FeedContent
{
    /** What is left where only the time is told. */
    private const TIME = [
        'UID',
        'DTSTAMP',
        'SEQUENCE',
        'DTSTART',
        'DTEND',
        'DURATION',
        'RRULE',
        'RDATE',
        'EXDATE',
        'RECURRENCE-ID',
    ];

    public function __construct(private Feed $feed)
    {
    }

    /**
     * @param  non-empty-list<Component>  $components  of one entry, that of the whole first
     * @return list<Component>
     */
    public function of(VCalendar $into, Entry $entry, array $components): array
    {
        if ($this->feed->hides_private && $entry->private) {
            return [];
        }
        // Of what has no day there is no time to tell.
        if (($this->feed->busy_only || $entry->private) && $entry->start === null) {
            return [];
        }
        // A task of a day without hours keeps nobody busy the whole day.
        if ($this->feed->busy_only && (! $entry->busy || ($entry->kind === 'task' && $entry->all_day))) {
            return [];
        }
        $told = [];
        foreach ($components as $i => $one) {
            $isPrivate = Properties::text($one, 'CLASS') === 'PRIVATE';
            $isFree = Properties::text($one, 'TRANSP') === 'TRANSPARENT';
            if ($this->feed->busy_only || $isPrivate || $entry->private) {
                // One time of a routine that is let go, free, or private and hidden is told as no time at all.
                $isOut =
                    $i > 0 &&
                    (Properties::text($one, 'STATUS') === 'CANCELLED' ||
                        ($this->feed->busy_only && $isFree) ||
                        ($this->feed->hides_private && $isPrivate));
                $told[] = self::time($into, $entry, $one, $isOut);
            } else {
                $told[] = self::open($one);
            }
        }

        return $told;
    }

    private static function open(Component $one): Component
    {
        $one->remove('VALARM');
        foreach ($one->children() as $child) {
            // Neither what is ours alone, nor what came with it from elsewhere: who else is asked concerns nobody who follows.
            if ($child instanceof Property && ! in_array($child->name, EntryReader::KNOWN, true)) {
                $one->remove($child);
            }
        }

        return $one;
    }

    private static function time(VCalendar $into, Entry $entry, Component $one, bool $isOut): Component
    {
        $time = $into->createComponent('VEVENT', [], false);
        foreach (self::TIME as $name) {
            foreach (Properties::all($one, $name) as $property) {
                $time->add(clone $property);
            }
        }
        // A task with a deadline says its end by that; when it is worked on is as long as it lasts.
        if (! Properties::has($time, 'DURATION') && ! Properties::has($time, 'DTEND')) {
            $row = OwnProperties::of($one)['ROW'][1] ?? null;
            $length = is_array($row) && is_int($row['length'] ?? null) ? $row['length'] : $entry->length;
            $isDays = Properties::parameter(Properties::first($one, 'DTSTART'), 'VALUE') === 'DATE';
            $time->add('DURATION', $isDays ? "P{$length}D" : "PT{$length}M");
        }
        $time->add('SUMMARY', 'Busy');
        $time->add('CLASS', 'PRIVATE');
        $isDayOfTask =
            $entry->kind === 'task' && Properties::parameter(Properties::first($one, 'DTSTART'), 'VALUE') === 'DATE';
        if ($isOut) {
            $time->add('STATUS', 'CANCELLED');
        }
        if ($isOut || $isDayOfTask) {
            $time->remove('TRANSP');
            $time->add('TRANSP', 'TRANSPARENT');
        }

        return $time;
    }
}
