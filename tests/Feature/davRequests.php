<?php

declare(strict_types=1);

use Illuminate\Testing\TestResponse;

/** Sends a request as a client of CalDAV does: without a session, with a password made for it. */
function dav(
    object $test,
    string $method,
    string $path,
    string $body = '',
    array $headers = [],
    ?string $password = null,
): TestResponse {
    app('auth')->forgetGuards();
    app()->forgetScopedInstances();
    $server = [
        'PHP_AUTH_USER' => 'steward@example.test',
        'PHP_AUTH_PW' => $password ?? $test->devicePassword,
        'CONTENT_TYPE' => $method === 'PUT' ? 'text/calendar; charset=utf-8' : 'application/xml',
    ];
    foreach ($headers as $name => $value) {
        $server['HTTP_'.strtr(strtoupper($name), '-', '_')] = $value;
    }

    return $test->flushHeaders()->call($method, $path, [], [], [], $server, $body);
}

/** @return array<string, mixed> properties that are there, by href and local name; 404 where the resource is said to be gone */
function davAnswer(TestResponse $response): array
{
    $response->assertStatus(207);
    $xml = new SimpleXMLElement($response->getContent());
    $found = [];
    foreach ($xml->children('DAV:')->response as $one) {
        $href = (string) $one->children('DAV:')->href;
        $found[$href] = [];
        if (isset($one->children('DAV:')->status)) {
            $found[$href] = (int) explode(' ', (string) $one->children('DAV:')->status)[1];
        }
        foreach ($one->children('DAV:')->propstat as $stat) {
            if (str_contains((string) $stat->children('DAV:')->status, ' 200 ')) {
                foreach ($stat->children('DAV:')->prop->xpath('*') as $property) {
                    $found[$href][$property->getName()] = trim(dom_import_simplexml($property)->textContent);
                }
            }
        }
    }

    return $found;
}

function asked(string ...$names): string
{
    $all = implode('', array_map(fn (string $name): string => "<{$name}/>", $names));

    return '<propfind xmlns="DAV:" xmlns:C="urn:ietf:params:xml:ns:caldav" xmlns:T="http://calendarserver.org/ns/" xmlns:L="http://apple.com/ns/ical/"><prop>'.
        $all.
        '</prop></propfind>';
}

function clientEvent(string $uid, string $more = '', string $title = 'Repotting'): string
{
    return implode(
        "\r\n",
        array_filter(
            [
                'BEGIN:VCALENDAR',
                'VERSION:2.0',
                'PRODID:-//Example//Client//EN',
                'BEGIN:VEVENT',
                "UID:{$uid}",
                'DTSTAMP:20261120T080000Z',
                "SUMMARY:{$title}",
                str_contains($more, 'DTSTART')
                    ? ''
                    : "DTSTART;TZID=Europe/Berlin:20261127T090000\r\nDTEND;TZID=Europe/Berlin:20261127T100000",
                $more,
                'END:VEVENT',
                'END:VCALENDAR',
                '',
            ],
            fn (string $line): bool => $line !== '' || $line === '',
        ),
    );
}

/** @return array{string, string} the token, and the answer */
function davSync(object $test, string $token = '', string $more = ''): array
{
    $response = dav(
        $test,
        'REPORT',
        $test->davCalendar,
        "<sync-collection xmlns='DAV:'><sync-token>{$token}</sync-token><sync-level>1</sync-level>{$more}<prop><getetag/></prop></sync-collection>",
    );
    $found = davAnswer($response);
    preg_match('#<d:sync-token>([^<]+)<#', $response->getContent(), $m);

    return [$m[1], $found];
}

/** @return list<string> properties of a file, each in one line */
function linesFolded(string $text, string $name): array
{
    preg_match_all("/^{$name}.*$/m", (string) preg_replace('/\r?\n[ \t]/', '', $text), $m);

    return $m[0];
}
