<?php

declare(strict_types=1);

use App\Accounts\DevicePasswords;
use Illuminate\Testing\TestResponse;

require_once __DIR__.'/davRequests.php';

/*
 * The worked requests of RFC 4791, RFC 6578 and RFC 4918, as they are printed there, with the data of RFC 4791 appendix B. They were written
 * down from memory, so a name or a stamp may be another than in print; what is asked and what is answered is compared by its shape.
 */

/** @return array<string, string> what lies in the calendar, by name (RFC 4791 appendix B); abcd8 is busy time, which is none of an entry */
function appendixB(): array
{
    $zone = <<<'ICS'
        BEGIN:VTIMEZONE
        LAST-MODIFIED:20040110T032845Z
        TZID:US/Eastern
        BEGIN:DAYLIGHT
        DTSTART:20000404T020000
        RRULE:FREQ=YEARLY;BYDAY=1SU;BYMONTH=4
        TZNAME:EDT
        TZOFFSETFROM:-0500
        TZOFFSETTO:-0400
        END:DAYLIGHT
        BEGIN:STANDARD
        DTSTART:20001026T020000
        RRULE:FREQ=YEARLY;BYDAY=-1SU;BYMONTH=10
        TZNAME:EST
        TZOFFSETFROM:-0400
        TZOFFSETTO:-0500
        END:STANDARD
        END:VTIMEZONE
        ICS;
    $parts = [
        'abcd1' => <<<'ICS'
            BEGIN:VEVENT
            DTSTAMP:20060206T001102Z
            DTSTART;TZID=US/Eastern:20060102T100000
            DURATION:PT1H
            SUMMARY:Event #1
            Description:Go Steelers!
            UID:74855313FA803DA593CD579A@example.com
            END:VEVENT
            ICS,
        'abcd2' => <<<'ICS'
            BEGIN:VEVENT
            DTSTAMP:20060206T001121Z
            DTSTART;TZID=US/Eastern:20060102T120000
            DURATION:PT1H
            RRULE:FREQ=DAILY;COUNT=5
            SUMMARY:Event #2
            UID:00959BC664CA650E933C892C@example.com
            END:VEVENT
            BEGIN:VEVENT
            DTSTAMP:20060206T001121Z
            DTSTART;TZID=US/Eastern:20060104T140000
            DURATION:PT1H
            RECURRENCE-ID;TZID=US/Eastern:20060104T120000
            SUMMARY:Event #2 bis
            UID:00959BC664CA650E933C892C@example.com
            END:VEVENT
            BEGIN:VEVENT
            DTSTAMP:20060206T001121Z
            DTSTART;TZID=US/Eastern:20060106T140000
            DURATION:PT1H
            RECURRENCE-ID;TZID=US/Eastern:20060106T120000
            SUMMARY:Event #2 bis bis
            UID:00959BC664CA650E933C892C@example.com
            END:VEVENT
            ICS,
        'abcd3' => <<<'ICS'
            BEGIN:VEVENT
            ATTENDEE;PARTSTAT=ACCEPTED;ROLE=CHAIR:mailto:cyrus@example.com
            ATTENDEE;PARTSTAT=NEEDS-ACTION:mailto:lisa@example.com
            DTSTAMP:20060206T001220Z
            DTSTART;TZID=US/Eastern:20060104T100000
            DURATION:PT1H
            LAST-MODIFIED:20060206T001330Z
            ORGANIZER:mailto:cyrus@example.com
            SEQUENCE:1
            STATUS:TENTATIVE
            SUMMARY:Event #3
            UID:DC6C50A017428C5216A2F1CD@example.com
            END:VEVENT
            ICS,
        'abcd4' => <<<'ICS'
            BEGIN:VTODO
            DTSTAMP:20060205T235335Z
            DUE;VALUE=DATE:20060104
            STATUS:NEEDS-ACTION
            SUMMARY:Task #1
            UID:DDDEEB7915FA61233B861457@example.com
            BEGIN:VALARM
            ACTION:AUDIO
            TRIGGER;RELATED=START:-PT10M
            END:VALARM
            END:VTODO
            ICS,
        'abcd5' => <<<'ICS'
            BEGIN:VTODO
            DTSTAMP:20060205T235300Z
            DUE;TZID=US/Eastern:20060106T120000
            LAST-MODIFIED:20060205T235308Z
            SEQUENCE:1
            STATUS:NEEDS-ACTION
            SUMMARY:Task #2
            UID:E10BA47467C5C69BB74E8720@example.com
            BEGIN:VALARM
            ACTION:AUDIO
            TRIGGER;RELATED=START:-PT10M
            END:VALARM
            END:VTODO
            ICS,
        'abcd6' => <<<'ICS'
            BEGIN:VTODO
            COMPLETED:20051223T122322Z
            DTSTAMP:20060205T235400Z
            DUE;VALUE=DATE:20051225
            LAST-MODIFIED:20060205T235308Z
            SEQUENCE:1
            STATUS:COMPLETED
            SUMMARY:Task #3
            UID:E10BA47467C5C69BB74E8722@example.com
            END:VTODO
            ICS,
        'abcd7' => <<<'ICS'
            BEGIN:VTODO
            DTSTAMP:20060205T235600Z
            DUE;VALUE=DATE:20060101
            LAST-MODIFIED:20060205T235308Z
            SEQUENCE:1
            STATUS:CANCELLED
            SUMMARY:Task #4
            UID:E10BA47467C5C69BB74E8725@example.com
            END:VTODO
            ICS,
    ];
    $head = "BEGIN:VCALENDAR\nVERSION:2.0\nPRODID:-//Example Corp.//CalDAV Client//EN\n";

    return array_map(
        fn (string $part): string => str_replace("\n", "\r\n", $head.(str_contains($part, 'TZID=') ? "{$zone}\n" : '')."{$part}\nEND:VCALENDAR\n"),
        $parts,
    );
}

/** @return list<string> lines of a file that are looked for, without what stands in its zones */
function linesOf(string $text, string $pattern): array
{
    $text = (string) preg_replace('/^BEGIN:VTIMEZONE.*?^END:VTIMEZONE\r?\n/ms', '', $text);
    preg_match_all("/^(?:{$pattern}).*?(?=\r?$)/m", $text, $m);

    return $m[0];
}

beforeEach(function () {
    [, $this->devicePassword] = app(DevicePasswords::class)->make($this->user, 'Greenhouse phone');
    $this->davCalendar = "/dav/{$this->user->id}/calendars/{$this->calendar()->id}/";
    $this->query = function (string $data, string $filter): array {
        $body = <<<XML
            <?xml version="1.0" encoding="utf-8" ?>
            <C:calendar-query xmlns:D="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav">
              <D:prop xmlns:D="DAV:"><D:getetag/>{$data}</D:prop>
              <C:filter><C:comp-filter name="VCALENDAR">{$filter}</C:comp-filter></C:filter>
            </C:calendar-query>
            XML;
        $found = [];
        foreach (davAnswer(dav($this, 'REPORT', $this->davCalendar, $body, ['Depth' => '1'])) as $href => $one) {
            expect($one)->toHaveKeys(['getetag', 'calendar-data']);
            $found[basename($href, '.ics')] = $one['calendar-data'];
        }
        ksort($found);

        return $found;
    };
});

/** As RFC 4791 5.3.2 shows: what is new is put so that it replaces nothing. */
function withAppendixB(object $test): void
{
    foreach (appendixB() as $name => $text) {
        dav($test, 'PUT', "{$test->davCalendar}{$name}.ics", $text, ['If-None-Match' => '*'])->assertStatus(201);
        dav($test, 'PUT', "{$test->davCalendar}{$name}.ics", $text, ['If-None-Match' => '*'])->assertStatus(412);
    }
}

test('RFC 4791 5.3.1.2: a calendar is made with its properties', function () {
    $body = <<<'XML'
        <?xml version="1.0" encoding="utf-8" ?>
        <C:mkcalendar xmlns:D="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav">
          <D:set>
            <D:prop>
              <D:displayname>Lisa's Events</D:displayname>
              <C:calendar-description xml:lang="en">Calendar restricted to events.</C:calendar-description>
              <C:supported-calendar-component-set><C:comp name="VEVENT"/></C:supported-calendar-component-set>
              <C:calendar-timezone><![CDATA[BEGIN:VCALENDAR
        PRODID:-//Example Corp.//CalDAV Client//EN
        VERSION:2.0
        END:VCALENDAR
        ]]></C:calendar-timezone>
            </D:prop>
          </D:set>
        </C:mkcalendar>
        XML;
    $at = "/dav/{$this->user->id}/calendars/events/";
    dav($this, 'MKCALENDAR', $at, $body)->assertStatus(201);
    $asked = '<propfind xmlns="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav"><prop><displayname/><C:calendar-description/><C:supported-calendar-component-set/></prop></propfind>';
    $answer = dav($this, 'PROPFIND', $at, $asked, ['Depth' => '0']);
    expect(davAnswer($answer)[$at])->toMatchArray(['displayname' => "Lisa's Events", 'calendar-description' => 'Calendar restricted to events.'])
        ->and(preg_match_all('/<c:comp name="(\w+)"/', $answer->getContent(), $m))->toBe(1)
        ->and($m[1])->toBe(['VEVENT']);
    // 5.3.2.1: the kind has to be one that the calendar is for, whichever way something comes into it.
    dav($this, 'PUT', "{$at}event.ics", appendixB()['abcd1'])->assertStatus(201);
    expect(dav($this, 'PUT', "{$at}task.ics", appendixB()['abcd4'])->assertStatus(403)->getContent())->toContain('supported-calendar-component');
    dav($this, 'PUT', "{$this->davCalendar}task.ics", appendixB()['abcd4'])->assertStatus(201);
    dav($this, 'MOVE', "{$this->davCalendar}task.ics", '', ['Destination' => "http://localhost{$at}task.ics"])->assertStatus(403);
    // What the page puts there is there for everyone.
    $id = App\Models\Calendar::query()->where('resource_name', 'events')->value('id');
    $this->entry(['title' => 'From the page', 'calendar_id' => $id]);
    expect(preg_match_all('/<c:comp name="(\w+)"/', dav($this, 'PROPFIND', $at, $asked, ['Depth' => '0'])->getContent()))->toBe(2);
    $journal = str_replace('VEVENT', 'VJOURNAL', $body);
    expect(dav($this, 'MKCALENDAR', "/dav/{$this->user->id}/calendars/diary/", $journal)->assertStatus(403)->getContent())
        ->toContain('supported-calendar-component');
    // 5.2.3: afterwards it is not another.
    $patch = '<propertyupdate xmlns="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav"><set><prop><C:supported-calendar-component-set><C:comp name="VTODO"/></C:supported-calendar-component-set></prop></set></propertyupdate>';
    expect(dav($this, 'PROPPATCH', $at, $patch)->assertStatus(207)->getContent())->toContain('403 Forbidden');
});

test('RFC 4791 7.8.1: some of the components and properties of events in a stretch', function () {
    withAppendixB($this);
    $found = ($this->query)(
        <<<'XML'
            <C:calendar-data>
              <C:comp name="VCALENDAR">
                <C:prop name="VERSION"/>
                <C:comp name="VEVENT">
                  <C:prop name="SUMMARY"/>
                  <C:prop name="UID"/>
                  <C:prop name="DTSTART"/>
                  <C:prop name="DTEND"/>
                  <C:prop name="DURATION"/>
                  <C:prop name="RRULE"/>
                  <C:prop name="RDATE"/>
                  <C:prop name="EXRULE"/>
                  <C:prop name="EXDATE"/>
                  <C:prop name="RECURRENCE-ID"/>
                </C:comp>
                <C:comp name="VTIMEZONE"/>
              </C:comp>
            </C:calendar-data>
            XML,
        '<C:comp-filter name="VEVENT"><C:time-range start="20060104T000000Z" end="20060105T000000Z"/></C:comp-filter>',
    );
    expect(array_keys($found))->toBe(['abcd2', 'abcd3'])
        ->and($found['abcd2'])->toContain('TZOFFSETFROM')
        ->and(array_map(fn (string $line): string => (string) preg_replace('/[;:].*/', '', $line), linesOf($found['abcd3'], '\w')))->toEqualCanonicalizing(
            ['BEGIN', 'VERSION', 'BEGIN', 'DTSTART', 'DURATION', 'SUMMARY', 'UID', 'END', 'END'],
        )
        ->and(linesOf($found['abcd2'], 'SUMMARY|RECURRENCE-ID|RRULE|DTSTAMP'))->toEqualCanonicalizing([
            'RRULE:FREQ=DAILY;COUNT=5',
            'SUMMARY:Event #2',
            'RECURRENCE-ID;TZID=US/Eastern:20060104T120000',
            'SUMMARY:Event #2 bis',
            'RECURRENCE-ID;TZID=US/Eastern:20060106T120000',
            'SUMMARY:Event #2 bis bis',
        ]);
    // 9.6.4: the name of a property without its value.
    $bare = ($this->query)(
        '<C:calendar-data><C:comp name="VCALENDAR"><C:allprop/><C:comp name="VEVENT"><C:prop name="UID"/><C:prop name="SUMMARY" novalue="yes"/><C:prop name="DTSTART" novalue="yes"/></C:comp></C:comp></C:calendar-data>',
        '<C:comp-filter name="VEVENT"><C:time-range start="20060104T150000Z" end="20060104T160000Z"/></C:comp-filter>',
    );
    expect(linesOf($bare['abcd3'], 'PRODID|SUMMARY|DTSTART|UID'))->toHaveCount(4)->toContain('SUMMARY:')->and($bare['abcd3'])->not->toContain('VTIMEZONE');
});

test('RFC 4791 7.8.2: of single times that differ only those of a stretch', function () {
    withAppendixB($this);
    $found = ($this->query)(
        '<C:calendar-data><C:limit-recurrence-set start="20060103T000000Z" end="20060105T000000Z"/></C:calendar-data>',
        '<C:comp-filter name="VEVENT"><C:time-range start="20060103T000000Z" end="20060105T000000Z"/></C:comp-filter>',
    );
    expect(array_keys($found))->toBe(['abcd2', 'abcd3'])
        ->and(linesOf($found['abcd2'], 'SUMMARY|RRULE|RECURRENCE-ID'))->toBe([
            'RRULE:FREQ=DAILY;COUNT=5',
            'SUMMARY:Event #2',
            'RECURRENCE-ID;TZID=US/Eastern:20060104T120000',
            'SUMMARY:Event #2 bis',
        ])
        ->and(linesOf($found['abcd3'], 'SUMMARY'))->toBe(['SUMMARY:Event #3']);
});

test('RFC 4791 7.8.3: each time of a stretch by itself', function () {
    withAppendixB($this);
    $found = ($this->query)(
        '<C:calendar-data><C:expand start="20060103T000000Z" end="20060105T000000Z"/></C:calendar-data>',
        '<C:comp-filter name="VEVENT"><C:time-range start="20060103T000000Z" end="20060105T000000Z"/></C:comp-filter>',
    );
    expect(linesOf($found['abcd2'], 'DTSTART|RECURRENCE-ID|SUMMARY|RRULE'))->toEqualCanonicalizing([
        'DTSTART:20060103T170000Z',
        'RECURRENCE-ID:20060103T170000Z',
        'SUMMARY:Event #2',
        'DTSTART:20060104T190000Z',
        'RECURRENCE-ID:20060104T170000Z',
        'SUMMARY:Event #2 bis',
    ])->and(linesOf($found['abcd3'], 'DTSTART|SUMMARY'))->toEqualCanonicalizing(['DTSTART:20060104T150000Z', 'SUMMARY:Event #3']);
});

test('RFC 4791 7.8.5: tasks by when their alarms ring', function () {
    withAppendixB($this);
    $ring = fn (string $from, string $to): array => array_keys(
        ($this->query)('<C:calendar-data/>', "<C:comp-filter name='VTODO'><C:comp-filter name='VALARM'><C:time-range start='{$from}' end='{$to}'/></C:comp-filter></C:comp-filter>"),
    );
    expect($ring('20060106T100000Z', '20060107T100000Z'))->toBe(['abcd5'])
        ->and($ring('20060106T165000Z', '20060106T165001Z'))->toBe(['abcd5']) // ten minutes before noon in New York
        ->and($ring('20060106T165001Z', '20060106T180000Z'))->toBe([]);
    // Of a routine an alarm rings at each of its times; what is no alarm never does.
    $alarm = fn (string $trigger): string => "BEGIN:VALARM\r\nACTION:DISPLAY\r\nDESCRIPTION:x\r\nTRIGGER{$trigger}\r\nEND:VALARM";
    $daily = "DTSTART;TZID=Europe/Berlin:20261127T090000\r\nRRULE:FREQ=DAILY\r\n";
    dav($this, 'PUT', "{$this->davCalendar}daily.ics", str_replace('VEVENT', 'VTODO', clientEvent('d@c', "{$daily}DURATION:PT30M\r\n{$alarm(':-PT15M')}")))->assertSuccessful();
    dav($this, 'PUT', "{$this->davCalendar}odd.ics", str_replace('VEVENT', 'VTODO', clientEvent('o@c', "{$daily}DURATION:PT30M\r\n{$alarm(':soon')}")))->assertSuccessful();
    expect($ring('20270105T073000Z', '20270105T075000Z'))->toBe(['daily'])->and($ring('20270105T100000Z', '20270105T120000Z'))->toBe([]);
});

test('RFC 4791 7.8.6 to 7.8.10: entries by what is written in them', function (string $filter, array $names) {
    withAppendixB($this);
    expect(array_keys(($this->query)('<C:calendar-data/>', $filter)))->toBe($names);
})->with([
    '7.8.6, by UID' => [
        '<C:comp-filter name="VEVENT"><C:prop-filter name="UID"><C:text-match collation="i;octet">DC6C50A017428C5216A2F1CD@example.com</C:text-match></C:prop-filter></C:comp-filter>',
        ['abcd3'],
    ],
    '7.8.7, by who has to answer' => [
        '<C:comp-filter name="VEVENT"><C:prop-filter name="ATTENDEE"><C:text-match collation="i;ascii-casemap">mailto:lisa@example.com</C:text-match><C:param-filter name="PARTSTAT"><C:text-match collation="i;ascii-casemap">NEEDS-ACTION</C:text-match></C:param-filter></C:prop-filter></C:comp-filter>',
        ['abcd3'],
    ],
    '7.8.8, all events' => ['<C:comp-filter name="VEVENT"/>', ['abcd1', 'abcd2', 'abcd3']],
    '7.8.9, tasks that wait' => [
        '<C:comp-filter name="VTODO"><C:prop-filter name="COMPLETED"><C:is-not-defined/></C:prop-filter><C:prop-filter name="STATUS"><C:text-match negate-condition="yes">CANCELLED</C:text-match></C:prop-filter></C:comp-filter>',
        ['abcd4', 'abcd5'],
    ],
    // The example refuses the filter; here a property that nobody knows can be asked for, and nothing has it.
    '7.8.10, by a property of others' => [
        '<C:comp-filter name="VEVENT"><C:prop-filter name="X-ABC-GUID"><C:text-match>ABC</C:text-match></C:prop-filter></C:comp-filter>',
        [],
    ],
]);

test('RFC 4791 7.9.1: several at once, of which one is not there', function () {
    withAppendixB($this);
    $body = <<<XML
        <?xml version="1.0" encoding="utf-8" ?>
        <C:calendar-multiget xmlns:D="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav">
          <D:prop><D:getetag/><C:calendar-data/></D:prop>
          <D:href>{$this->davCalendar}abcd1.ics</D:href>
          <D:href>{$this->davCalendar}mtg1.ics</D:href>
        </C:calendar-multiget>
        XML;
    $found = davAnswer(dav($this, 'REPORT', $this->davCalendar, $body));
    expect($found["{$this->davCalendar}abcd1.ics"]['calendar-data'])->toBe(trim(appendixB()['abcd1']))
        ->and($found["{$this->davCalendar}mtg1.ics"])->toBe(404);
});

test('RFC 4791 7.10.1: busy time', function () {
    withAppendixB($this);
    $text = dav(
        $this,
        'REPORT',
        $this->davCalendar,
        '<?xml version="1.0" encoding="utf-8" ?><C:free-busy-query xmlns:C="urn:ietf:params:xml:ns:caldav"><C:time-range start="20060104T140000Z" end="20060105T220000Z"/></C:free-busy-query>',
        ['Depth' => '1'],
    )->assertOk()->getContent();
    expect(linesOf($text, 'BEGIN|FREEBUSY|DTSTART|DTEND'))->toBe([
        'BEGIN:VCALENDAR',
        'BEGIN:VFREEBUSY',
        'DTSTART:20060104T140000Z',
        'DTEND:20060105T220000Z',
        'FREEBUSY;FBTYPE=BUSY:20060104T190000Z/20060104T200000Z',
        'FREEBUSY;FBTYPE=BUSY:20060105T170000Z/20060105T180000Z',
        'FREEBUSY;FBTYPE=BUSY-TENTATIVE:20060104T150000Z/20060104T160000Z',
    ]);
});

test('RFC 6578 3.8 to 3.10: what changed, from nothing on, from a token on, and in portions', function () {
    withAppendixB($this);
    $ask = fn (string $token, string $more = ''): TestResponse => dav(
        $this,
        'REPORT',
        $this->davCalendar,
        "<?xml version='1.0' encoding='utf-8' ?><D:sync-collection xmlns:D='DAV:'><D:sync-token>{$token}</D:sync-token><D:sync-level>1</D:sync-level>{$more}<D:prop xmlns:R='urn:ns.example.com:boxschema'><D:getetag/><R:bigbox/></D:prop></D:sync-collection>",
        ['Depth' => '0'],
    );
    $tokenOf = fn (TestResponse $answer): string => preg_match('#<d:sync-token>([^<]+)<#', $answer->getContent(), $m) === 1 ? $m[1] : '';
    // 3.8: each with what is there of it, and 404 for a property that is not.
    $first = $ask('');
    expect(davAnswer($first))->toHaveCount(7)
        ->and(substr_count($first->getContent(), '404 Not Found'))->toBe(7)
        ->and($first->getContent())->toContain('bigbox');
    // 3.9: what changed, what is new, and what is gone with 404 in place of its properties.
    dav($this, 'DELETE', "{$this->davCalendar}abcd1.ics")->assertStatus(204);
    dav($this, 'PUT', "{$this->davCalendar}abcd4.ics", str_replace('Task #1', 'Task #1, changed', appendixB()['abcd4']))->assertStatus(204);
    dav($this, 'PUT', "{$this->davCalendar}file.ics", clientEvent('file@c'))->assertStatus(201);
    $next = davAnswer($ask($tokenOf($first)));
    expect(array_map(fn (mixed $one): mixed => is_array($one) ? array_keys($one) : $one, $next))->toEqualCanonicalizing([
        "{$this->davCalendar}abcd1.ics" => 404,
        "{$this->davCalendar}abcd4.ics" => ['getetag'],
        "{$this->davCalendar}file.ics" => ['getetag'],
    ]);
    // 3.10: a part of it, with 507 for the collection, and the rest from the new token on.
    $part = $ask($tokenOf($first), '<D:limit><D:nresults>1</D:nresults></D:limit>');
    expect(davAnswer($part))->toHaveCount(2)->toHaveKey($this->davCalendar, 507)
        ->and($part->getContent())->toContain('number-of-matches-within-limits')
        ->and(davAnswer($ask($tokenOf($part))))->toHaveCount(2);
    // 3.2: a token that is none.
    expect($ask('http://example.com/ns/sync/1234')->assertStatus(403)->getContent())->toContain('valid-sync-token');
});

test('RFC 4918 9.1.3 to 9.1.6: properties by name, their names, all of them, and some besides', function () {
    $ask = fn (string $inside): array => davAnswer(
        dav($this, 'PROPFIND', $this->davCalendar, "<?xml version='1.0' encoding='utf-8' ?><D:propfind xmlns:D='DAV:'>{$inside}</D:propfind>", ['Depth' => '0']),
    )[$this->davCalendar];
    $boxes = '<R:bigbox/><R:author/><R:DingALing/><R:Random/>';
    $named = "<D:prop xmlns:R='http://ns.example.com/boxschema/'>{$boxes}</D:prop>";
    expect($ask($named))->toBe([]);
    $patch = <<<'XML'
        <?xml version="1.0" encoding="utf-8" ?>
        <D:propertyupdate xmlns:D="DAV:" xmlns:R="http://ns.example.com/boxschema/">
          <D:set><D:prop><R:bigbox><R:BoxType>Box type A</R:BoxType></R:bigbox><R:author><R:Name>J.J. Johnson</R:Name></R:author></D:prop></D:set>
        </D:propertyupdate>
        XML;
    dav($this, 'PROPPATCH', $this->davCalendar, $patch)->assertStatus(207);
    expect($ask($named))->toBe(['bigbox' => 'Box type A', 'author' => 'J.J. Johnson'])
        ->and(array_unique(array_values($ask('<D:propname/>'))))->toBe([''])
        ->and(array_keys($ask('<D:propname/>')))->toContain('bigbox', 'author', 'displayname', 'resourcetype', 'supported-report-set')
        ->and(array_keys($ask('<D:allprop/>')))->toBe(['resourcetype', 'displayname'])
        ->and(array_keys($ask('<D:allprop/><D:include><D:supported-live-property-set/><D:supported-report-set/></D:include>')))
        ->toBe(['resourcetype', 'displayname', 'supported-report-set']);
});

test('RFC 4918 9.2.2: all of what is said of a resource, or nothing', function () {
    $patch = <<<'XML'
        <?xml version="1.0" encoding="utf-8" ?>
        <D:propertyupdate xmlns:D="DAV:" xmlns:Z="http://ns.example.com/standards/z39.50/">
          <D:set><D:prop><Z:Authors><Z:Author>Jim Whitehead</Z:Author><Z:Author>Roy Fielding</Z:Author></Z:Authors></D:prop></D:set>
          <D:remove><D:prop><D:getetag/></D:prop></D:remove>
        </D:propertyupdate>
        XML;
    $answer = dav($this, 'PROPPATCH', $this->davCalendar, $patch)->assertStatus(207)->getContent();
    preg_match_all('#<d:propstat>.*?</d:propstat>#s', $answer, $m);
    $stats = array_map(fn (string $one): array => [str_contains($one, 'Authors'), preg_match('# (\d{3}) #', $one, $s) === 1 ? $s[1] : ''], $m[0]);
    expect($stats)->toEqualCanonicalizing([[true, '424'], [false, '403']]);
    $asked = '<propfind xmlns="DAV:"><prop><Z:Authors xmlns:Z="http://ns.example.com/standards/z39.50/"/></prop></propfind>';
    expect(davAnswer(dav($this, 'PROPFIND', $this->davCalendar, $asked, ['Depth' => '0']))[$this->davCalendar])->toBe([]);
});
