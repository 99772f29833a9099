<?php

declare(strict_types=1);

namespace App\Dav;

use App\Models\Calendar;
use App\Models\User;
use App\Reading\ObjectRow;
use App\Reading\ObjectRows;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VCalendar;
use Sabre\VObject\Component\VTodo;
use Sabre\VObject\Reader;

/** What a client asks of a calendar by REPORT (RFC 4791 7, RFC 6578 3.2). */
final readonly class Reports
{
    /** Of changes in one answer. */
    private const MOST_CHANGES = 5000;

    public function __construct(
        private ObjectRows $rows,
        private CalendarObjects $objects,
        private StandingEntries $standing,
        private Propfind $propfind,
    ) {
    }

    /**
     * @param  bool  $withZones  whether zones are told in files
     *
     * @throws DavFault
     */
    public function answer(User $user, DavResource $at, ?Node $asked, bool $withZones, bool $brief): string
    {
        if ($at->calendar === null || $asked === null) {
            throw new DavFault(403, 'There is no such report here.', Node::DAV.'supported-report');
        }
        $answer = new Multistatus();
        if ($asked->name === Node::DAV.'sync-collection') {
            $this->changes($answer, $user, $at, $asked, $withZones, $brief);

            return $answer->end();
        }
        $rows = match ($asked->name) {
            Node::CALDAV.'calendar-query' => $this->found($user, $at->calendar, $at->row, $asked),
            Node::CALDAV.'calendar-multiget' => $this->named($answer, $user, $at, $asked),
            default => throw new DavFault(403, 'There is no such report here.', Node::DAV.'supported-report'),
        };
        $this->tell($answer, $user, $at, $rows, $asked, $withZones, $brief);

        return $answer->end();
    }

    /** @return list<ObjectRow> */
    private function found(User $user, Calendar $calendar, ?ObjectRow $only, Node $asked): array
    {
        $filter = QueryFilter::of($asked->child(Node::CALDAV.'filter'));
        $kind = $filter->kind();
        $rows = array_values(
            array_filter(
                $only === null ? $this->rows->in($calendar) : [$only],
                fn (ObjectRow $row): bool => $kind === null || $row->kind === $kind,
            ),
        );
        if ($filter->asksForAll()) {
            return $rows;
        }
        $span = $filter->onlyEventsIn();
        if ($span !== null) {
            $standing = $this->standing->in($user, $calendar, $span);

            return array_values(array_filter($rows, fn (ObjectRow $row): bool => isset($standing[$row->entryId])));
        }
        $found = [];
        $known = [];
        foreach ($this->objects->texts($user, $rows) as [$row, $text]) {
            $file = Reader::read($text, Reader::OPTION_FORGIVING | Reader::OPTION_IGNORE_INVALID_LINES);
            $stands = function (Component $one, TimeSpan $span) use ($user, $calendar, $row, &$known): bool {
                if ($one instanceof VTodo && ! isset($one->RRULE) && ! isset($one->RDATE)) {
                    return $one->isInTimeRange($span->first(), $span->last());
                }
                $known["{$span->from} {$span->to}"] ??= $this->standing->in($user, $calendar, $span);

                return isset($known["{$span->from} {$span->to}"][$row->entryId]);
            };
            if ($file instanceof VCalendar && $filter->matches($file, $stands)) {
                $found[] = $row;
            }
        }

        return $found;
    }

    /** @return list<ObjectRow> those that are there; of the others it is said that they are not */
    private function named(Multistatus $answer, User $user, DavResource $at, Node $asked): array
    {
        assert($at->calendar !== null);
        $names = [];
        foreach ($asked->children(Node::DAV.'href') as $href) {
            $path = DavPath::ofHref($href->text);
            $isHere =
                $path !== null &&
                $path->kind === DavPath::OBJECT &&
                $path->user === $user->id &&
                $path->calendar === $at->path->calendar;
            if ($isHere) {
                $names[$path->object] = $href->text;
            } else {
                $answer->status($href->text, 404);
            }
        }
        $rows = $this->rows->named($at->calendar, array_map(strval(...), array_keys($names)));
        foreach (array_diff_key($names, $rows) as $href) {
            $answer->status($href, 404);
        }

        return array_values($rows);
    }

    private function changes(Multistatus $answer, User $user, DavResource $at, Node $asked, bool $withZones, bool $brief): void
    {
        $calendar = $at->calendar;
        assert($calendar !== null);
        $text = $asked->child(Node::DAV.'sync-token')->text ?? '';
        $known = $text === '' ? SyncToken::none() : SyncToken::parse($text, $user, $calendar->id);
        $limit = (int) ($asked->child(Node::DAV.'limit')?->child(Node::DAV.'nresults')->text ?? 0);
        $most = $limit > 0 ? min($limit, self::MOST_CHANGES) : self::MOST_CHANGES;
        $latest = $this->rows->latest($calendar);
        $rows = $this->rows->since($calendar, $known->revision, $known->entry, $most + 1);
        $isCut = count($rows) > $most;
        $rows = array_slice($rows, 0, $most);
        $there = [];
        // One address is told once: what went and came again under the same name is there.
        $names = array_map(fn (ObjectRow $row): string => $row->name, array_filter($rows, fn (ObjectRow $row): bool => $row->kind === null));
        $isThere = $names === [] ? [] : $this->rows->named($calendar, array_values($names));
        $told = [];
        foreach ($rows as $row) {
            if ($row->kind !== null) {
                $there[] = $row;
            } elseif ($text !== '' && ! isset($isThere[$row->name]) && ! isset($told[$row->name])) {
                $told[$row->name] = true;
                // To whoever knows nothing yet, what is gone was never there.
                $answer->status(DavPath::object($user->id, $at->path->calendar, $row->name)->href(), 404);
            }
        }
        $this->tell($answer, $user, $at, $there, $asked, $withZones, $brief);
        $last = end($rows);
        if ($isCut && $last !== false) {
            $answer->status($at->path->href(), 507, Node::DAV.'number-of-matches-within-limits');
        }
        $answer->syncToken(
            ($isCut && $last !== false ? new SyncToken($last->revision, $last->entryId) : new SyncToken($latest))->text(
                $user,
                $calendar->id,
            ),
        );
    }

    /** @param  list<ObjectRow>  $rows */
    private function tell(
        Multistatus $answer,
        User $user,
        DavResource $at,
        array $rows,
        Node $asked,
        bool $withZones,
        bool $brief,
    ): void {
        $data = $asked->child(Node::DAV.'prop')?->child(Node::CALDAV.'calendar-data');
        $expand = $data?->child(Node::CALDAV.'expand');
        $wanted = $data === null ? null : CalendarData::of($data);
        foreach (
            match (true) {
                $data === null => array_map(fn (ObjectRow $row): array => [$row, null], $rows),
                $expand !== null => $this->objects->expanded(
                    $user,
                    $rows,
                    TimeSpan::of($expand)->on($user->timeZone(), 0),
                ),
                default => $this->objects->texts($user, $rows, $withZones),
            } as [$row, $text]
        ) {
            $path = DavPath::object($user->id, $at->path->calendar, $row->name);
            $found = $this->propfind->found($user, new DavResource($path, $at->calendar, $row), $asked, $brief);
            if ($text !== null) {
                unset($found[404][Node::CALDAV.'calendar-data']);
                $found[200][Node::CALDAV.'calendar-data'] = $wanted?->part($text);
            }
            $answer->properties($path->href(), array_filter($found));
        }
    }
}
