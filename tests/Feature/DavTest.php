<?php

declare(strict_types=1);

use App\Accounts\DevicePasswords;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use Illuminate\Support\Facades\Crypt;
use Illuminate\Support\Facades\DB;
use Illuminate\Testing\TestResponse;
use Sabre\VObject\Reader;

require_once __DIR__.'/davRequests.php';

beforeEach(function () {
    [, $this->devicePassword] = app(DevicePasswords::class)->make($this->user, 'Greenhouse phone');
    $this->davCalendar = "/dav/{$this->user->id}/calendars/{$this->calendar()->id}/";
});

test('a client finds its way from the host to the calendars (RFC 6764, RFC 5397, RFC 4791 6.2.1)', function () {
    dav($this, 'PROPFIND', '/.well-known/caldav')->assertStatus(301)->assertHeader('Location', '/dav/');
    $root = davAnswer(dav($this, 'PROPFIND', '/dav/', asked('current-user-principal'), ['Depth' => '0']));
    $principal = $root['/dav/']['current-user-principal'];
    $home = davAnswer(dav($this, 'PROPFIND', $principal, asked('C:calendar-home-set', 'displayname'), ['Depth' => '0']))[
        $principal
    ];
    expect($home['displayname'])->toBe('Steward');
    $calendars = davAnswer(
        dav(
            $this,
            'PROPFIND',
            $home['calendar-home-set'],
            asked(
                'displayname',
                'resourcetype',
                'L:calendar-color',
                'L:calendar-order',
                'T:getctag',
                'sync-token',
                'C:nothing',
            ),
            ['Depth' => '1'],
        ),
    );
    expect($calendars[$this->davCalendar]['displayname'])
        ->toBe($this->calendar()->name)
        ->and($calendars[$this->davCalendar]['calendar-color'])
        ->toMatch('/^#[0-9A-F]{8}$/')
        ->and($calendars[$this->davCalendar])
        ->toHaveKeys(['resourcetype', 'calendar-order', 'getctag', 'sync-token'])
        ->not->toHaveKey('nothing');
    $options = dav($this, 'OPTIONS', '/dav/')->assertHeader('DAV')->assertHeader('Allow');
    // RFC 3744 8.1: it is claimed only by who has ACL.
    expect($options->headers->get('DAV'))->not->toContain('access-control');
});

test('only a password made for a device is let in, and not for long when it is wrong', function () {
    dav($this, 'PROPFIND', '/dav/', '', ['Depth' => '0'], 'glasshouse')
        ->assertStatus(401)
        ->assertHeader('WWW-Authenticate');
    $this->call('PROPFIND', '/dav/')->assertStatus(401);
    dav($this, 'PROPFIND', '/dav/', '', ['Depth' => '0'])->assertStatus(207);
    for ($i = 0; $i < 6; $i++) {
        $last = dav($this, 'PROPFIND', '/dav/', '', ['Depth' => '0'], "wrong {$i}");
    }
    $last->assertStatus(429)->assertHeader('Retry-After');
});

test('a password for a device is told once, named, noted when used, and ended', function () {
    $made = $this->api('POST', 'device-passwords', ['name' => 'Desk'])
        ->assertStatus(201)
        ->json();
    expect($made['password'])->toMatch('/^([a-z2-9]{5}-){5}[a-z2-9]{5}$/')->and($made['used_at'])->toBeNull();
    dav($this, 'PROPFIND', '/dav/', '', ['Depth' => '0'], $made['password'])->assertStatus(207);
    $listed = collect($this->api('GET', 'device-passwords')->assertOk()->json('passwords'))->firstWhere('id', $made['id']);
    expect($listed)->not->toHaveKey('password')->and($listed['used_at'])->toBe(now()->getTimestamp());
    $this->api('DELETE', "device-passwords/{$made['id']}")->assertNoContent();
    dav($this, 'PROPFIND', '/dav/', '', ['Depth' => '0'], $made['password'])->assertStatus(401);
    $this->api('POST', 'device-passwords', ['name' => ''])->assertStatus(422);
});

test('what a client puts stands on the board, and it reads it again as it sent it', function () {
    $text = clientEvent('rep-1@client', "RRULE:FREQ=WEEKLY;COUNT=3\r\nX-CLIENT-NOTE:kept\r\nLOCATION:North bench");
    $put = dav($this, 'PUT', "{$this->davCalendar}rep-1.ics", $text, ['If-None-Match' => '*'])->assertStatus(201);
    $got = dav($this, 'GET', "{$this->davCalendar}rep-1.ics")->assertOk();
    expect($this->shown('2026-11-23', 14))
        ->toBe(['11-27T09:00 Repotting', '12-04T09:00 Repotting'])
        ->and($got->getContent())
        ->toBe($text)
        ->and($got->headers->get('ETag'))
        ->toBe($put->headers->get('ETag'));
    // A second one with the same name is not meant to take its place, nor one with the same UID.
    dav($this, 'PUT', "{$this->davCalendar}rep-1.ics", $text, ['If-None-Match' => '*'])->assertStatus(412);
    dav($this, 'PUT', "{$this->davCalendar}other.ics", $text)
        ->assertStatus(409)
        ->assertSee('no-uid-conflict');
});

test('a change in the page reaches the client, and what is old at the client overwrites nothing', function () {
    dav($this, 'PUT', "{$this->davCalendar}a.ics", clientEvent('a@client', 'X-CLIENT-NOTE:kept'))->assertStatus(201);
    $before = dav($this, 'GET', "{$this->davCalendar}a.ics")->headers->get('ETag');
    $entry = Entry::query()->where('uid', 'a@client')->firstOrFail();
    $this->api('PATCH', "entries/{$entry->id}", ['title' => 'Potting on', 'version' => $entry->version])->assertOk();
    $got = dav($this, 'GET', "{$this->davCalendar}a.ics")->assertOk();
    expect($got->headers->get('ETag'))
        ->not->toBe($before)
        ->and($got->getContent())
        ->toContain('SUMMARY:Potting on')
        ->toContain('X-CLIENT-NOTE:kept');
    dav($this, 'PUT', "{$this->davCalendar}a.ics", clientEvent('a@client'), ['If-Match' => $before])->assertStatus(412);
    expect($entry->refresh()->title)->toBe('Potting on');
    dav($this, 'PUT', "{$this->davCalendar}a.ics", clientEvent('a@client', '', 'Potting up'), [
        'If-Match' => $got->headers->get('ETag'),
    ])->assertStatus(204);
    expect($entry->refresh()->title)->toBe('Potting up');
    $this->api('POST', 'undo')->assertOk();
    expect($entry->refresh()->title)->toBe('Potting on');
});

test('a client that drops what it does not know changes only what it changed', function (bool $drops) {
    $routine = $this->ventCheck([
        'effort' => 'demanding',
        'estimate' => 20,
        'missed' => 'roll',
        'margin' => 10,
        'pauses' => [['from' => '2026-12-07', 'to' => '2026-12-11']],
        'checklist' => [['text' => 'North', 'done' => false]],
        'reminders' => ['-PT15M'],
    ]);
    $id = $routine['id'];
    $this->api('PUT', "entries/{$id}/occurrences/2026-11-24T07:15:00/done")->assertSuccessful();
    $this->api('PUT', "entries/{$id}/occurrences/2026-11-26T07:15:00/skipped")->assertSuccessful();
    $this->api('POST', "entries/{$id}/move", [
        'start' => '2026-11-27T09:00:00',
        'length' => 15,
        'scope' => 'one',
        'recurrence_id' => '2026-11-27T07:15:00',
        'all_day' => false,
    ])->assertOk();
    $shown = $this->shown('2026-11-23', 28);
    $row = Entry::query()->findOrFail($id);
    $text = dav($this, 'GET', "{$this->davCalendar}{$id}.ics")
        ->assertOk()
        ->getContent();
    $file = Reader::read($text);
    foreach ($file->select('VTODO') as $one) {
        foreach ($drops ? $one->children() : [] as $child) {
            if (str_starts_with((string) $child->name, 'X-')) {
                $one->remove($child);
            }
        }
        $one->SUMMARY = 'Vents';
    }
    $file->VTODO->add('EXDATE', '20261203T071500', ['TZID' => 'Europe/Berlin']);
    dav($this, 'PUT', "{$this->davCalendar}{$id}.ics", $file->serialize())->assertStatus(204);
    $now = Entry::query()->findOrFail($id);
    expect($now->only(['effort', 'estimate', 'missed', 'margin', 'pauses', 'checklist', 'reminders', 'rule', 'length']))
        ->toBe($row->only(['effort', 'estimate', 'missed', 'margin', 'pauses', 'checklist', 'reminders', 'rule', 'length']))
        ->and($now->except_dates)
        ->toBe(['2026-12-03T07:15:00'])
        ->and($this->shown('2026-11-23', 28))
        ->toBe(
            array_values(
                array_filter(
                    array_map(fn (string $line): string => str_replace('Vent check', 'Vents', $line), $shown),
                    fn (string $line): bool => ! str_starts_with($line, '12-03'),
                ),
            ),
        );
})->with(['all that begins with X-' => true, 'nothing' => false]);

test('a client is told what changed since it last asked, and nothing else (RFC 6578)', function () {
    dav($this, 'PUT', "{$this->davCalendar}a.ics", clientEvent('a@client'))->assertStatus(201);
    $b = $this->entry(['title' => 'Bench', 'kind' => 'event', 'start' => '2026-11-26']);
    [$token, $all] = davSync($this);
    expect(array_keys($all))->toEqualCanonicalizing(["{$this->davCalendar}a.ics", "{$this->davCalendar}{$b['id']}.ics"]);
    [$same, $none] = davSync($this, $token);
    expect($none)->toBe([])->and($same)->toBe($token);
    $this->api('DELETE', "entries/{$b['id']}", ['scope' => 'whole'])->assertNoContent();
    $c = $this->entry(['title' => 'Compost', 'kind' => 'task', 'start' => null]);
    [$next, $changed] = davSync($this, $token);
    expect($changed["{$this->davCalendar}{$b['id']}.ics"])->toBe(404)->and($changed)->toHaveCount(2);
    // Undo brings it back: to this client it is new again.
    $this->api('POST', 'undo');
    $this->api('POST', 'undo');
    [, $back] = davSync($this, $next);
    expect($back["{$this->davCalendar}{$b['id']}.ics"])
        ->toHaveKey('getetag')
        ->and($back["{$this->davCalendar}{$c['id']}.ics"])
        ->toBe(404);
    dav(
        $this,
        'REPORT',
        $this->davCalendar,
        "<sync-collection xmlns='DAV:'><sync-token>urn:plum-rota:sync:0:x:9</sync-token><prop/></sync-collection>",
    )
        ->assertStatus(403)
        ->assertSee('valid-sync-token');
});

test('in portions a client is told the same', function () {
    foreach (range(1, 7) as $i) {
        $this->entry(['title' => "Bed {$i}", 'kind' => 'event', 'start' => '2026-11-26']);
    }
    [, $all] = davSync($this);
    $token = '';
    $told = [];
    do {
        [$token, $some] = davSync($this, $token, '<limit><nresults>3</nresults></limit>');
        $isCut = ($some[$this->davCalendar] ?? null) === 507;
        unset($some[$this->davCalendar]);
        $told += $some;
    } while ($isCut);
    expect($told)->toEqual($all);
});

test('an entry that goes to another calendar is gone from the one and new in the other', function () {
    $other = $this->api('POST', 'calendars', ['area_id' => $this->calendar()->area_id, 'name' => 'Trials'])->json('id');
    $one = $this->entry(['title' => 'Bench', 'kind' => 'event', 'start' => '2026-11-26']);
    [$token] = davSync($this);
    $this->api('PATCH', "entries/{$one['id']}", ['calendar_id' => $other, 'version' => $one['version']])->assertOk();
    expect(davSync($this, $token)[1]["{$this->davCalendar}{$one['id']}.ics"])->toBe(404);
    $from = "/dav/{$this->user->id}/calendars/{$other}/";
    dav($this, 'MOVE', "{$from}{$one['id']}.ics", '', [
        'Destination' => "http://localhost{$this->davCalendar}back.ics",
    ])->assertStatus(201);
    dav($this, 'GET', "{$this->davCalendar}back.ics")
        ->assertOk()
        ->assertSee('SUMMARY:Bench');
    dav($this, 'GET', "{$from}{$one['id']}.ics")->assertStatus(404);
});

test('a calendar is made, named, coloured and taken away', function () {
    $path = "/dav/{$this->user->id}/calendars/5b1c-new/";
    $body =
        '<C:mkcalendar xmlns="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav" xmlns:L="http://apple.com/ns/ical/"><set><prop><displayname>Orchard</displayname><L:calendar-color>#9c4230FF</L:calendar-color><C:calendar-description>Trees &amp; pests</C:calendar-description></prop></set></C:mkcalendar>';
    dav($this, 'MKCALENDAR', $path, $body)->assertStatus(201);
    dav($this, 'MKCALENDAR', $path, $body)->assertStatus(405);
    $asked = asked('displayname', 'L:calendar-color', 'C:calendar-description');
    expect(davAnswer(dav($this, 'PROPFIND', $path, $asked, ['Depth' => '0']))[$path])->toBe([
        'displayname' => 'Orchard',
        'calendar-color' => '#9C4232FF',
        'calendar-description' => 'Trees & pests',
    ]);
    $patch =
        '<propertyupdate xmlns="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav"><set><prop><displayname>Old orchard</displayname></prop></set><remove><prop><C:calendar-description/></prop></remove></propertyupdate>';
    dav($this, 'PROPPATCH', $path, $patch)->assertStatus(207);
    expect(davAnswer(dav($this, 'PROPFIND', $path, $asked, ['Depth' => '0']))[$path])->toHaveCount(2);
    $fixed =
        '<propertyupdate xmlns="DAV:"><set><prop><displayname>Never</displayname><getetag>1</getetag></prop></set></propertyupdate>';
    dav($this, 'PROPPATCH', $path, $fixed)->assertStatus(207)->assertSee('HTTP/1.1 403')->assertSee('HTTP/1.1 424');
    dav($this, 'PUT', "{$path}a.ics", clientEvent('a@client'))->assertStatus(201);
    dav($this, 'DELETE', $path)->assertStatus(204);
    dav($this, 'PROPFIND', $path, $asked, ['Depth' => '0'])->assertStatus(404);
    $this->api('POST', 'undo')->assertOk();
    dav($this, 'GET', "{$path}a.ics")->assertOk();
});

test('a calendar is made by extended MKCOL too, and put in order; anything else is not made', function () {
    $path = "/dav/{$this->user->id}/calendars/by-mkcol/";
    $body = fn (string $type): string => '<mkcol xmlns="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav"><set><prop><resourcetype><collection/>'.
        "{$type}</resourcetype><displayname>Herbs</displayname></prop></set></mkcol>";
    dav($this, 'MKCOL', $path, $body(''))->assertStatus(403);
    dav($this, 'MKCOL', $path, $body('<C:calendar/>'))->assertStatus(201);
    $order =
        '<propertyupdate xmlns="DAV:" xmlns:L="http://apple.com/ns/ical/"><set><prop><L:calendar-order>7</L:calendar-order></prop></set></propertyupdate>';
    dav($this, 'PROPPATCH', $path, $order)->assertStatus(207);
    expect(davAnswer(dav($this, 'PROPFIND', $path, asked('displayname', 'L:calendar-order'), ['Depth' => '0']))[$path])->toBe([
        'displayname' => 'Herbs',
        'calendar-order' => '7',
    ]);
});

test('zones are left out for a client that knows them by name (RFC 7809)', function () {
    $one = $this->ventCheck();
    $path = "{$this->davCalendar}{$one['id']}.ics";
    expect(dav($this, 'GET', $path)->getContent())
        ->toContain('BEGIN:VTIMEZONE')
        ->and(dav($this, 'GET', $path, '', ['CalDAV-Timezones' => 'F'])->getContent())
        ->not->toContain('BEGIN:VTIMEZONE')
        ->toContain('TZID=Europe/Berlin');
});

test('a query finds by parameters and by alarms', function () {
    $alarm = "BEGIN:VALARM\r\nACTION:DISPLAY\r\nDESCRIPTION:x\r\nTRIGGER:-PT15M\r\nEND:VALARM";
    dav(
        $this,
        'PUT',
        "{$this->davCalendar}a.ics",
        clientEvent('a@c', 'ATTENDEE;PARTSTAT=ACCEPTED:mailto:me@example.test', 'With'),
    );
    dav($this, 'PUT', "{$this->davCalendar}b.ics", clientEvent('b@c', $alarm, 'Rings'));
    $found = function (string $inside): array {
        $body = "<C:calendar-query xmlns='DAV:' xmlns:C='urn:ietf:params:xml:ns:caldav'><prop><getetag/></prop><C:filter><C:comp-filter name='VCALENDAR'><C:comp-filter name='VEVENT'>{$inside}</C:comp-filter></C:comp-filter></C:filter></C:calendar-query>";

        return array_map(basename(...), array_keys(davAnswer(dav($this, 'REPORT', $this->davCalendar, $body, ['Depth' => '1']))));
    };
    $accepted = fn (string $match): array => $found(
        "<C:prop-filter name='ATTENDEE'><C:param-filter name='PARTSTAT'>{$match}</C:param-filter></C:prop-filter>",
    );
    expect($accepted("<C:text-match collation='i;octet'>ACCEPTED</C:text-match>"))
        ->toBe(['a.ics'])
        ->and($accepted("<C:text-match collation='i;octet'>DECLINED</C:text-match>"))
        ->toBe([])
        ->and($accepted('<C:is-not-defined/>'))
        ->toBe([])
        ->and($found("<C:comp-filter name='VALARM'/>"))
        ->toBe(['b.ics'])
        ->and($found("<C:comp-filter name='VALARM'><C:is-not-defined/></C:comp-filter>"))
        ->toBe(['a.ics']);
});

test('a query finds what stands in a stretch, by what is in it, and each time by itself (RFC 4791 7.8)', function () {
    $this->ventCheck(['kind' => 'event', 'title' => 'Vents']);
    $this->entry(['title' => 'Market', 'kind' => 'event', 'start' => '2026-11-28', 'labels' => ['sale']]);
    $this->entry(['title' => 'Order fleece', 'kind' => 'task', 'start' => null, 'due' => '2026-11-30']);
    $this->entry(['title' => 'Some day', 'kind' => 'task', 'start' => null]);
    $titles = function (string $filter, string $data = '<C:calendar-data/>'): array {
        $body = "<C:calendar-query xmlns='DAV:' xmlns:C='urn:ietf:params:xml:ns:caldav'><prop><getetag/>{$data}</prop><C:filter><C:comp-filter name='VCALENDAR'>{$filter}</C:comp-filter></C:filter></C:calendar-query>";
        $found = [];
        foreach (davAnswer(dav($this, 'REPORT', $this->davCalendar, $body, ['Depth' => '1'])) as $one) {
            preg_match_all('/^SUMMARY:(.*?)\r?$/m', $one['calendar-data'], $m);
            array_push($found, ...$m[1]);
        }
        sort($found);

        return $found;
    };
    $range = fn (string $from, ?string $to): string => "<C:time-range start='{$from}'".
        ($to === null ? '' : " end='{$to}'").
        '/>';
    $events = fn (string $inside): string => "<C:comp-filter name='VEVENT'>{$inside}</C:comp-filter>";
    $tasks = fn (string $inside): string => "<C:comp-filter name='VTODO'>{$inside}</C:comp-filter>";
    expect($titles($events('')))
        ->toBe(['Market', 'Vents'])
        ->and($titles($tasks('')))
        ->toBe(['Order fleece', 'Some day'])
        ->and($titles($events($range('20261128T000000Z', '20261129T000000Z'))))
        ->toBe(['Market'])
        ->and($titles($events($range('20301126T000000Z', null))))
        ->toBe(['Vents'])
        ->and($titles($events($range('20261127T060000Z', '20261127T062000Z'))))
        ->toBe(['Vents'])
        ->and($titles($events($range('20261127T063000Z', '20261127T070000Z'))))
        ->toBe([])
        ->and($titles($tasks($range('20261129T000000Z', '20261203T000000Z'))))
        ->toBe(['Order fleece', 'Some day'])
        ->and($titles($events("<C:prop-filter name='CATEGORIES'><C:text-match>SALE</C:text-match></C:prop-filter>")))
        ->toBe(['Market'])
        ->and($titles($events("<C:prop-filter name='RRULE'><C:is-not-defined/></C:prop-filter>")))
        ->toBe(['Market'])
        ->and($titles($tasks("<C:prop-filter name='DUE'><C:is-not-defined/></C:prop-filter>")))
        ->toBe(['Some day'])
        ->and(
            $titles(
                $events($range('20261125T000000Z', '20261130T000000Z')),
                "<C:calendar-data><C:expand start='20261125T000000Z' end='20261130T000000Z'/></C:calendar-data>",
            ),
        )
        ->toBe(['Market', 'Vents', 'Vents', 'Vents']);
});

test('several are read at once, and those that are not there are named', function () {
    dav($this, 'PUT', "{$this->davCalendar}a.ics", clientEvent('a@client'));
    $body = "<C:calendar-multiget xmlns='DAV:' xmlns:C='urn:ietf:params:xml:ns:caldav'><prop><getetag/><C:calendar-data/></prop><href>{$this->davCalendar}a.ics</href><href>{$this->davCalendar}none.ics</href><href>/dav/99/calendars/x/y.ics</href></C:calendar-multiget>";
    $found = davAnswer(dav($this, 'REPORT', $this->davCalendar, $body));
    expect($found["{$this->davCalendar}a.ics"]['calendar-data'])
        ->toContain('SUMMARY:Repotting')
        ->and($found["{$this->davCalendar}none.ics"])
        ->toBe(404)
        ->and($found['/dav/99/calendars/x/y.ics'])
        ->toBe(404);
});

test('when somebody is busy is told without what with (RFC 4791 7.10)', function () {
    foreach ([['09:00', '10:00'], ['09:30', '11:00'], ['11:00', '11:15']] as [$from, $to]) {
        $this->entry([
            'kind' => 'event',
            'all_day' => false,
            'start' => "2026-11-27T{$from}:00",
            'end' => "2026-11-27T{$to}:00",
        ]);
    }
    $this->entry([
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-27T15:00:00',
        'end' => '2026-11-27T16:00:00',
        'busy' => false,
    ]);
    $this->entry([
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-27T17:00:00',
        'end' => '2026-11-27T18:00:00',
        'tentative' => true,
    ]);
    $this->entry(['title' => 'Sort the archive', 'start' => '2026-11-27', 'estimate' => 60]); // of a day without hours
    $text = dav(
        $this,
        'REPORT',
        $this->davCalendar,
        "<C:free-busy-query xmlns:C='urn:ietf:params:xml:ns:caldav'><C:time-range start='20261127T083000Z' end='20261128T000000Z'/></C:free-busy-query>",
    )
        ->assertOk()
        ->getContent();
    preg_match_all('/^FREEBUSY.*?\r$/m', $text, $m);
    expect(array_map(trim(...), $m[0]))
        ->toBe([
            'FREEBUSY;FBTYPE=BUSY:20261127T083000Z/20261127T101500Z',
            'FREEBUSY;FBTYPE=BUSY-TENTATIVE:20261127T160000Z/20261127T170000Z',
        ])
        ->and($text)
        ->not->toContain('Vent');
});

test('a calendar that is followed can be read, and is not written to', function () {
    planted(fn () => DB::table('calendars')->update(['follows' => Crypt::encryptString('https://visits.example.test/a.ics')]));
    $told = dav($this, 'PROPFIND', $this->davCalendar, asked('current-user-privilege-set'), ['Depth' => '0'])
        ->assertStatus(207)
        ->getContent();
    expect($told)->toContain('<d:read/>')->not->toContain('<d:write');
    dav($this, 'PUT', "{$this->davCalendar}a.ics", clientEvent('a@client'))
        ->assertStatus(403)
        ->assertSee('can only be read');
    dav($this, 'DELETE', $this->davCalendar)->assertStatus(403);
});

test('another account is not there, whether it is or not', function () {
    foreach (
        [
            "/dav/{$this->user->id}9/",
            '/dav/99999/calendars/',
            "/dav/{$this->user->id}/calendars/01nothing/",
            '/dav/x',
            '/dav/1/other/',
        ] as $path
    ) {
        dav($this, 'PROPFIND', $path, '', ['Depth' => '0'])->assertStatus(404);
    }
});

test('what is none of it is refused with a sentence', function (string $method, string $name, string $body, int $status) {
    dav($this, $method, $this->davCalendar.$name, $body, ['Depth' => '1'])->assertStatus($status);
})->with([
    'no iCalendar' => ['PUT', 'a.ics', 'hello', 403],
    'two UIDs' => [
        'PUT',
        'a.ics',
        str_replace("END:VCALENDAR\r\n", '', clientEvent('a')).
        substr(clientEvent('b'), strpos(clientEvent('b'), 'BEGIN:VEVENT')),
        403,
    ],
    'no UID' => ['PUT', 'a.ics', str_replace("UID:a\r\n", '', clientEvent('a')), 403],
    'cut off at its end' => ['PUT', 'a.ics', str_replace("END:VCALENDAR\r\n", '', clientEvent('a')), 403],
    'a reminder that does not end' => [
        'PUT',
        'a.ics',
        str_replace('END:VEVENT', "BEGIN:VALARM\r\nEND:VEVENT", clientEvent('a')),
        403,
    ],
    'a diary' => ['PUT', 'a.ics', str_replace('VEVENT', 'VJOURNAL', clientEvent('a')), 403],
    'a rule that comes too often' => ['PUT', 'a.ics', clientEvent('a', 'RRULE:FREQ=SECONDLY'), 403],
    'onto the calendar' => ['PUT', '', clientEvent('a'), 405],
    'no XML' => ['PROPFIND', '', '<a', 400],
    'entities' => ['PROPFIND', '', '<!DOCTYPE a [<!ENTITY b "c">]><a>&b;</a>', 400],
    'an unknown report' => ['REPORT', '', '<a xmlns="DAV:"/>', 403],
    'a stretch the wrong way round' => [
        'REPORT',
        '',
        "<C:calendar-query xmlns='DAV:' xmlns:C='urn:ietf:params:xml:ns:caldav'><C:filter><C:comp-filter name='VCALENDAR'><C:comp-filter name='VEVENT'><C:time-range start='20261128T000000Z' end='20261127T000000Z'/></C:comp-filter></C:comp-filter></C:filter></C:calendar-query>",
        400,
    ],
]);

test('a description of any length is kept as far as there is room, and the client is not told that all of it is as it sent it', function (int $length) {
    $path = "/dav/{$this->user->id}/calendars/{$this->calendar()->id}/long.ics";
    $answer = dav($this, 'PUT', $path, clientEvent('long', 'DESCRIPTION:'.str_repeat('Nineteen panes\\n', intdiv($length, 16))));
    $answer->assertStatus(201);
    expect($answer->headers->has('ETag'))
        ->toBeFalse()
        ->and(mb_strlen((string) Entry::query()->value('notes')))
        ->toBe(20_000);
})->with([30_000, 100_000, 2_000_000]);

test('what nobody foresaw is answered as a client reads it', function () {
    $path = "/dav/{$this->user->id}/calendars/";
    DB::connection()->beforeExecuting(function (string $sql): void {
        if (str_contains($sql, 'from "calendars"')) {
            throw new RuntimeException('out of the blue');
        }
    });
    $answer = dav($this, 'PROPFIND', $path, '', ['Depth' => '1']);
    $answer->assertStatus(500);
    expect($answer->headers->get('Content-Type'))
        ->toContain('application/xml')
        ->and((string) $answer->getContent())
        ->toContain('Nothing was changed.')
        ->not->toContain('out of the blue');
});

test('what is not done here is refused in the words of DAV, with the methods that are (RFC 9110 15.5.6, RFC 4918 16)', function (string $method) {
    $answer = dav($this, $method, $this->davCalendar)->assertStatus(405);
    expect($answer->headers->get('Allow'))
        ->toContain('PROPFIND')
        ->and($answer->headers->get('Content-Type'))
        ->toContain('application/xml')
        ->and($answer->getContent())
        ->toContain('<d:error');
})->with(['POST', 'COPY', 'LOCK', 'ACL', 'PATCH']);

test('what is sent and what is of two kinds lies in no calendar (RFC 4791 4.1), and nothing is moved to another server (RFC 4918 9.9.4)', function () {
    $event = clientEvent('a');
    $refused = fn (string $text) => dav($this, 'PUT', $this->davCalendar.'a.ics', $text, ['Content-Type' => 'text/calendar'])
        ->assertStatus(403)
        ->assertSee('valid-calendar-object-resource', false);
    $refused(str_replace("VERSION:2.0\r\n", "VERSION:2.0\r\nMETHOD:PUBLISH\r\n", $event));
    preg_match('/BEGIN:VEVENT.*END:VEVENT\r\n/s', $event, $m);
    $refused(str_replace($m[0], $m[0].str_replace('VEVENT', 'VTODO', $m[0]), $event));
    dav($this, 'PUT', $this->davCalendar.'a.ics', $event, ['Content-Type' => 'text/calendar'])->assertStatus(201);
    dav($this, 'MOVE', $this->davCalendar.'a.ics', '', ['Destination' => 'https://other.example.test'.$this->davCalendar.'b.ics'])
        ->assertStatus(502);
    $got = dav($this, 'GET', $this->davCalendar.'a.ics')->assertOk();
    expect($got->headers->get('Last-Modified'))->not->toBeNull();
});

test('it says from when to when an entry may stand (RFC 4791 5.2.6, 5.2.7), and that a wish for less was heard (RFC 7240 3)', function () {
    $asked = '<d:propfind xmlns:d="DAV:" xmlns:c="urn:ietf:params:xml:ns:caldav"><d:prop><c:min-date-time/><c:max-date-time/><d:none/></d:prop></d:propfind>';
    $answer = dav($this, 'PROPFIND', $this->davCalendar, $asked, ['Depth' => '0', 'Prefer' => 'return=minimal'])->assertStatus(207);
    expect($answer->headers->get('Preference-Applied'))
        ->toBe('return=minimal')
        ->and($answer->getContent())
        ->toContain('19000101T000000Z')
        ->toContain('22001231T235959Z');
    $whole = dav($this, 'PROPFIND', $this->davCalendar, $asked, ['Depth' => '0'])->assertStatus(207);
    expect($whole->headers->has('Preference-Applied'))->toBeFalse();
});

test('whoever keeps up hears once of an address: gone under the old name, there under the new, and there where it came back', function () {
    $put = fn (string $name, string $uid) => dav($this, 'PUT', "{$this->davCalendar}{$name}", clientEvent($uid), ['Content-Type' => 'text/calendar']);
    $move = fn (string $from, string $to) => dav($this, 'MOVE', "{$this->davCalendar}{$from}", '', ['Destination' => "{$this->davCalendar}{$to}"]);
    $told = function (string $token): array {
        $told = array_map(fn (mixed $one): int => is_int($one) ? $one : 200, davSync($this, $token)[1]);
        ksort($told);

        return array_combine(array_map(basename(...), array_keys($told)), $told);
    };
    $put('a.ics', 'a')->assertStatus(201);
    [$token] = davSync($this);
    $move('a.ics', 'b.ics')->assertStatus(201);
    expect($told($token))->toBe(['a.ics' => 404, 'b.ics' => 200]);
    [$next] = davSync($this, $token);
    $move('b.ics', 'a.ics')->assertStatus(201);
    expect($told($next))->toBe(['a.ics' => 200, 'b.ics' => 404])->and($told($token))->toBe(['a.ics' => 200, 'b.ics' => 404]);
    dav($this, 'DELETE', "{$this->davCalendar}a.ics")->assertStatus(204);
    $put('a.ics', 'other')->assertStatus(201);
    expect($told($token))->toBe(['a.ics' => 200, 'b.ics' => 404]);
});

test('a routine that a client calls done as a whole is done for the time that is open', function () {
    $check = $this->ventCheck(); // on weekdays at 7:15; it is Wednesday 25 November 2026, 10:20
    $path = "{$this->davCalendar}{$check['id']}.ics";
    $done = fn (): array => OccurrenceOverride::query()->whereNotNull('done_at')->orderBy('recurrence_id')->pluck('recurrence_id')->all();
    $finish = function (string $at, array $headers = []) use ($path): TestResponse {
        $text = dav($this, 'GET', $path)->getContent();
        $said = "STATUS:COMPLETED\r\nPERCENT-COMPLETE:100\r\nCOMPLETED:{$at}\r\n";

        return dav($this, 'PUT', $path, (string) preg_replace('/END:VTODO/', "{$said}END:VTODO", $text, 1), $headers);
    };
    expect($finish('20261125T080000Z')->assertStatus(204)->headers->has('ETag'))->toBeFalse() // it is to be read again
        ->and($done())->toBe(['2026-11-25T07:15:00']);
    $text = dav($this, 'GET', $path)->getContent();
    expect(substr_count($text, 'STATUS:COMPLETED'))->toBe(1)->and($text)->toContain('RECURRENCE-ID;TZID=Europe/Berlin:20261125T071500');
    // Today is done, so it is the latest before it, and so on; what is sent is what was changed, and nothing else of it.
    $finish('20261125T090000Z')->assertStatus(204);
    expect($done())->toBe(['2026-11-24T07:15:00', '2026-11-25T07:15:00']);
    $this->api('POST', 'undo')->assertOk();
    expect($done())->toBe(['2026-11-25T07:15:00']);
    // Of one that begins only later it is the first.
    $later = $this->entry(['title' => 'Later', 'start' => '2026-12-07', 'end' => '2026-12-07', 'rule' => 'FREQ=WEEKLY']);
    $path = "{$this->davCalendar}{$later['id']}.ics";
    $text = dav($this, 'GET', $path)->getContent();
    dav($this, 'PUT', $path, str_replace('END:VTODO', "STATUS:COMPLETED\r\nEND:VTODO", $text))->assertStatus(204);
    expect($done())->toBe(['2026-11-25T07:15:00', '2026-12-07']);
});

test('of a routine of which nothing is open nothing can be done, and it is said', function () {
    $one = $this->entry(['title' => 'Twice', 'start' => '2026-11-24', 'end' => '2026-11-24', 'rule' => 'FREQ=DAILY;COUNT=2']);
    foreach (['2026-11-24', '2026-11-25'] as $id) {
        $this->api('PUT', "entries/{$one['id']}/occurrences/{$id}/done")->assertNoContent();
    }
    $path = "{$this->davCalendar}{$one['id']}.ics";
    $text = preg_replace('/END:VTODO/', "STATUS:COMPLETED\r\nEND:VTODO", dav($this, 'GET', $path)->getContent(), 1);
    expect(dav($this, 'PUT', $path, $text)->assertStatus(403)->getContent())->toContain('Nothing of this routine is open that could be done.');
});

test('a client that moves a routine takes along the dates that were told for pauses and days off, and none of them stays as one left out', function (
    callable $moved,
    array $kept,
) {
    $this->api('PATCH', 'account', ['holidays' => 'DE'])->assertOk();
    $check = $this->ventCheck([
        'off_day' => 'skip',
        'pauses' => [['from' => '2027-01-04', 'to' => '2027-01-29']],
        'except_dates' => ['2027-02-10T07:15:00'],
    ]);
    $path = "{$this->davCalendar}{$check['id']}.ics";
    $text = preg_replace('/^X-PLUM-ROTA.*\r\n(?: .*\r\n)*/m', '', dav($this, 'GET', $path)->getContent());
    expect(preg_match_all('/\d{8}T071500/', implode('', linesFolded($text, 'EXDATE'))))->toBeGreaterThan(20);
    dav($this, 'PUT', $path, $moved($text))->assertStatus(204);
    $entry = Entry::query()->findOrFail($check['id']);
    expect($entry->except_dates)->toBe($kept)->and($entry->pauses)->toBe([['from' => '2027-01-04', 'to' => '2027-01-29']]);
    // In the pause and on Christmas Day nothing stands, before and after it does.
    $days = array_map(fn (array $one): string => substr($one['start'], 0, 10), $this->occurrences('from=2026-12-21&days=14'));
    expect(array_values(array_unique($days)))->not->toContain('2026-12-25')->toContain('2026-12-22');
    expect($this->occurrences('from=2027-01-04&days=26'))->toBe([]);
})->with([
    'by an hour, with them' => [fn (string $text): string => str_replace('T071500', 'T081500', str_replace('T073000', 'T083000', $text)), ['2027-02-10T08:15:00']],
    'by an hour, without them' => [
        fn (string $text): string => (string) preg_replace('/^(DTSTART[^\r]*)T071500/m', '$1T081500', $text),
        ['2027-02-10T07:15:00'],
    ],
    'to whole days' => [
        fn (string $text): string => (string) preg_replace(
            ['/^DTSTART;TZID=Europe\/Berlin:(\d{8})T\d{6}/m', '/^DURATION:PT15M/m', '/^EXDATE.*\r\n(?: .*\r\n)*/m'],
            ['DTSTART;VALUE=DATE:$1', 'DURATION:P1D', ''],
            $text,
        ),
        [],
    ],
]);
