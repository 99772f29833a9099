<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Actions\Calendars\RemoveCalendar;
use App\Dav\CalendarObjects;
use App\Dav\CalendarProperties;
use App\Dav\DavFault;
use App\Dav\DavPath;
use App\Dav\DavResource;
use App\Dav\FreeBusy;
use App\Dav\LiveProperties;
use App\Dav\Multistatus;
use App\Dav\Node;
use App\Dav\Propfind;
use App\Dav\Reports;
use App\Dav\StoreObject;
use App\Dav\TimeSpan;
use App\Exceptions\StorageTrouble;
use App\Http\Requests\Account;
use App\Journal\AccountHeld;
use App\Models\Calendar;
use App\Models\User;
use App\Reading\ObjectRow;
use App\Reading\ObjectRows;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Config;
use Illuminate\Validation\ValidationException;
use PDOException;
use PlumRota\Core\Fields\NotAllowed;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Throwable;

/** The server of CalDAV (RFC 4791): clients of calendars read and write the entries of an account. */
final readonly class DavController
{
    public const METHODS = [
        'OPTIONS',
        'GET',
        'HEAD',
        'PUT',
        'DELETE',
        'MOVE',
        'PROPFIND',
        'PROPPATCH',
        'REPORT',
        'MKCALENDAR',
        'MKCOL',
    ];

    /** What clients of DAV ask for as well, and is refused. */
    public const OTHERS = ['POST', 'PATCH', 'COPY', 'LOCK', 'UNLOCK', 'ACL', 'SEARCH', 'MKREDIRECTREF', 'TRACE'];

    public function __construct(
        private ObjectRows $rows,
        private CalendarObjects $objects,
        private StoreObject $store,
        private CalendarProperties $calendars,
        private Propfind $propfind,
        private Reports $reports,
        private FreeBusy $freeBusy,
        private RemoveCalendar $removeCalendar,
    ) {
    }

    /** What a client finds of a host by itself (RFC 6764 5). */
    public function wellKnown(): Response
    {
        return response('', 301, ['Location' => '/dav/']);
    }

    public function answer(Request $request, string $path = ''): Response
    {
        $user = Account::of($request);
        try {
            $answer = match ($request->method()) {
                'OPTIONS' => response('', 204),
                'GET', 'HEAD' => $this->get($request, $user, $path),
                'PUT' => $this->put($request, $user, $path),
                'DELETE' => $this->delete($request, $user, $path),
                'MOVE' => $this->move($request, $user, $path),
                'PROPFIND' => $this->find($request, $user, $path),
                'PROPPATCH' => $this->patch($request, $user, $path),
                'REPORT' => $this->report($request, $user, $path),
                'MKCALENDAR', 'MKCOL' => $this->make($request, $user, $path),
                default => throw new DavFault(405, 'That is not done here.'),
            };
        } catch (DavFault $fault) {
            $answer = self::xml(Multistatus::fault($fault), $fault->status);
        } catch (NotAllowed $fault) {
            $answer = self::xml(
                Multistatus::fault(new DavFault(403, $fault->getMessage(), Node::CALDAV.'valid-calendar-data')),
                403,
            );
        } catch (AccountHeld $fault) {
            $answer = self::xml(Multistatus::fault(new DavFault(503, $fault->getMessage())), 503)
                ->header('Retry-After', (string) AccountHeld::RETRY_AFTER);
        } catch (PDOException $fault) {
            $sentence = StorageTrouble::sentence($fault);
            $answer = $sentence === null
                ? self::failed($fault)
                : self::xml(Multistatus::fault(new DavFault(503, $sentence)), 503)->header('Retry-After', '5');
        } catch (HttpExceptionInterface|ValidationException|ModelNotFoundException $fault) {
            throw $fault;
        } catch (Throwable $fault) {
            $answer = self::failed($fault);
        }

        return $answer->withHeaders([
            // No access-control: there is no ACL to be set (RFC 3744 8.1).
            'DAV' => '1, 3, calendar-access, extended-mkcol, calendar-no-timezone',
            'Allow' => implode(', ', self::METHODS),
            ...$answer->getStatusCode() === 207 && self::isBrief($request)
                ? ['Preference-Applied' => 'return=minimal', 'Vary' => 'Brief, Prefer']
                : [],
        ]);
    }

    /** What nobody foresaw: it is reported, and the client gets the kind of answer that it reads. */
    private static function failed(Throwable $fault): Response
    {
        report($fault);

        return self::xml(Multistatus::fault(new DavFault(500, 'Something went wrong here. Nothing was changed.')), 500);
    }

    private function get(Request $request, User $user, string $path): Response
    {
        $at = DavResource::at($user, $path, $this->rows);
        if ($at->row === null) {
            throw new DavFault(405, 'Only an entry is read by GET; a calendar is read by PROPFIND and REPORT.');
        }
        foreach ($this->objects->texts($user, [$at->row], self::withZones($request)) as [$row, $text]) {
            $answer = response($text, 200, [
                'Content-Type' => 'text/calendar; charset=utf-8',
                'Cache-Control' => 'private, no-cache',
            ]);
            $answer->headers->set('ETag', CalendarObjects::tag($user, $row));
            $answer->setLastModified(CarbonImmutable::parse($row->changedAt ?? 'now', 'UTC'));
            $answer->isNotModified($request);

            return $answer;
        }
        throw new DavFault(404, 'There is nothing at this address.');
    }

    private function put(Request $request, User $user, string $path): Response
    {
        $at = DavResource::at($user, $path, $this->rows, mayBeNew: true);
        if ($at->path->kind !== DavPath::OBJECT || $at->calendar === null) {
            throw new DavFault(405, 'Only an entry in a calendar can be put.');
        }
        $text = $request->getContent();
        if (strlen($text) > LiveProperties::LARGEST_OBJECT) {
            throw new DavFault(413, 'It is larger than an entry can be.', Node::CALDAV.'max-resource-size');
        }
        $type = strtolower(trim((string) strtok((string) $request->header('Content-Type', 'text/calendar'), ';')));
        if ($type !== 'text/calendar') {
            throw new DavFault(415, 'An entry is put as text/calendar.', Node::CALDAV.'supported-calendar-data');
        }
        $done = $this->store->put(
            $user,
            self::changeable($user, $at->calendar),
            $at->path->object,
            $text,
            fn (?ObjectRow $row) => self::require($request, $user, $row),
            self::device($request),
        );
        $answer = response('', $done['is_new'] ? 201 : 204);
        if ($done['as_sent']) {
            $answer->header('ETag', CalendarObjects::tag($user->refresh(), $done['row']));
        }

        return $answer;
    }

    private function delete(Request $request, User $user, string $path): Response
    {
        $at = DavResource::at($user, $path, $this->rows);
        if ($at->calendar === null) {
            throw new DavFault(403, 'This cannot be deleted.');
        }
        $calendar = self::changeable($user, $at->calendar);
        if ($at->row !== null) {
            $this->store->remove($user, $calendar, $at->row->name, fn (ObjectRow $row) => self::require($request, $user, $row));
        } else {
            if (! Changeable::by($user)->openCalendars()->whereKeyNot($calendar->id)->exists()) {
                throw new DavFault(403, 'The last calendar stays.');
            }
            $this->removeCalendar->remove($user, $calendar, null);
        }

        return response('', 204);
    }

    private function move(Request $request, User $user, string $path): Response
    {
        $at = DavResource::at($user, $path, $this->rows);
        $destination = (string) $request->header('Destination');
        // Behind another server the host that a client names is that of the address it is configured with.
        $hosts = [$request->getHost(), parse_url(Config::string('app.url'), PHP_URL_HOST)];
        $host = parse_url($destination, PHP_URL_HOST);
        if (is_string($host) && ! in_array(strtolower($host), array_map(strtolower(...), array_filter($hosts, is_string(...))), true)) {
            throw new DavFault(502, 'Nothing is moved to another server.'); // RFC 4918 9.9.4
        }
        $to = DavPath::ofHref($destination);
        if ($at->row === null || $at->calendar === null || $to === null || $to->kind !== DavPath::OBJECT) {
            throw new DavFault(403, 'Only an entry can be moved, and only into a calendar.');
        }
        self::changeable($user, $at->calendar);
        self::require($request, $user, $at->row);
        $target = DavResource::at($user, substr(rawurldecode($to->href()), strlen('/dav/')), $this->rows, mayBeNew: true);
        assert($target->calendar !== null);
        $isNew = $this->store->move(
            $user,
            $at->row,
            self::changeable($user, $target->calendar),
            $to->object,
            strtoupper((string) $request->header('Overwrite', 'T')) !== 'F',
        );

        return response('', $isNew ? 201 : 204);
    }

    private function find(Request $request, User $user, string $path): Response
    {
        $at = DavResource::at($user, $path, $this->rows);
        $depth = strtolower((string) $request->header('Depth', 'infinity'));
        if ($depth !== '0' && $depth !== '1') {
            throw new DavFault(403, 'Ask for one level at a time: Depth 0 or 1.', Node::DAV.'propfind-finite-depth');
        }

        return self::xml(
            $this->propfind->answer($user, $at, Node::read($request->getContent()), $depth === '1', self::isBrief($request)),
        );
    }

    private function patch(Request $request, User $user, string $path): Response
    {
        $at = DavResource::at($user, $path, $this->rows);
        $asked = Node::read($request->getContent()) ?? throw new DavFault(400, 'It is not said what is to be another.');
        if ($at->calendar === null || $at->row !== null) {
            throw new DavFault(403, 'Only of a calendar can something be said.');
        }
        $answer = new Multistatus();
        $answer->properties($at->path->href(), $this->calendars->patch($user, self::changeable($user, $at->calendar), $asked));

        return self::xml($answer->end());
    }

    private function report(Request $request, User $user, string $path): Response
    {
        $at = DavResource::at($user, $path, $this->rows);
        $asked = Node::read($request->getContent());
        if ($asked?->name === Node::CALDAV.'free-busy-query' && $at->calendar !== null) {
            $range = $asked->child(Node::CALDAV.'time-range') ?? throw new DavFault(400, 'A stretch of time is wanted.');

            return response($this->freeBusy->answer($user, $at->calendar, TimeSpan::of($range)), 200, [
                'Content-Type' => 'text/calendar; charset=utf-8',
            ]);
        }

        return self::xml($this->reports->answer($user, $at, $asked, self::withZones($request), self::isBrief($request)));
    }

    private function make(Request $request, User $user, string $path): Response
    {
        $asked = Node::read($request->getContent());
        $at = DavResource::at($user, $path, $this->rows, mayBeNew: true);
        if ($at->calendar !== null || $at->path->kind !== DavPath::CALENDAR) {
            throw new DavFault(
                405,
                'There is something here already, or a calendar cannot be here.',
                Node::DAV.'resource-must-be-null',
            );
        }
        $type = $asked
            ?->child(Node::DAV.'set')
            ?->child(Node::DAV.'prop')
            ?->child(Node::DAV.'resourcetype');
        if ($request->method() === 'MKCOL' && $type?->child(Node::CALDAV.'calendar') === null) {
            throw new DavFault(403, 'Only calendars can be made here.', Node::DAV.'valid-resourcetype');
        }
        $this->calendars->make($user, $at->path->calendar, $asked);

        return response('', 201);
    }

    /** What is there has to be what the client knows (RFC 9110 13.1). */
    private static function require(Request $request, User $user, ?ObjectRow $row): void
    {
        $tag = $row === null ? null : CalendarObjects::tag($user, $row);
        $named = fn (string $header): array => array_map(trim(...), explode(',', (string) $request->header($header)));
        $match = $request->headers->has('If-Match') ? $named('If-Match') : null;
        $none = $request->headers->has('If-None-Match') ? $named('If-None-Match') : null;
        if (
            ($match !== null && ($tag === null || ! (in_array('*', $match, true) || in_array($tag, $match, true)))) ||
            ($none !== null && $tag !== null && (in_array('*', $none, true) || in_array($tag, $none, true)))
        ) {
            throw new DavFault(412, 'What is there is not what you know. Read it again.');
        }
    }

    private static function changeable(User $user, Calendar $calendar): Calendar
    {
        return Changeable::by($user)->openCalendars()->with('area')->find($calendar->id) ??
            throw new DavFault(403, 'This calendar can only be read.', Node::DAV.'need-privileges');
    }

    private static function withZones(Request $request): bool
    {
        return strtoupper((string) $request->header('CalDAV-Timezones', 'T')) !== 'F';
    }

    private static function isBrief(Request $request): bool
    {
        return str_contains((string) $request->header('Prefer'), 'return=minimal');
    }

    private static function device(Request $request): string
    {
        $name = $request->attributes->get('device');

        return is_string($name) ? $name : 'a device';
    }

    private static function xml(string $body, int $status = 207): Response
    {
        return response($body, $status, [
            'Content-Type' => 'application/xml; charset=utf-8',
            'Cache-Control' => 'private, no-cache',
        ]);
    }
}
