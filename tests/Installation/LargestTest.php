<?php

declare(strict_types=1);

use App\Http\Bounds;
use Illuminate\Support\Facades\Route;
use Tests\Chaos\Client;
use Tests\Chaos\Installation;

/*
 * What each route says that it takes, it takes: through a server as it runs, with its own limits. LARGEST_ENTRIES is how many
 * entries are brought in and taken out (50,000 are a long life's).
 */

beforeEach(function () {
    $this->installation = new Installation();
    $this->installation->startServer();
    $this->client = (new Client($this->installation->url))->open();
});

afterEach(fn () => $this->installation->stop());

/** @return list<array{string, string, Bounds}> method, address and bounds of every route of the page that takes something */
function routesThatTake(): array
{
    $found = [];
    foreach (Route::getRoutes() as $route) {
        $method = array_values(array_diff($route->methods(), ['GET', 'HEAD', 'OPTIONS']))[0] ?? null;
        if ($method !== null && str_starts_with($route->uri(), 'api/')) {
            $found[] = [$method, '/'.preg_replace('/\{[^}]+\}/', '1', $route->uri()), Bounds::of($route)];
        }
    }

    return $found;
}

/** The status of a request whose body has so many bytes. */
function statusOf(Client $client, string $method, string $address, int $bytes): int
{
    $curl = $client->request($method, $address, [], null);
    $frame = '{"x":""}';
    curl_setopt($curl, CURLOPT_POSTFIELDS, '{"x":"'.str_repeat('a', $bytes - strlen($frame)).'"}');

    return Client::answer($curl)['status'];
}

test('every route takes a request as large as it says, and none that is larger', function () {
    $wrong = [];
    foreach (routesThatTake() as [$method, $address, $bounds]) {
        if ($bounds->isFile() || ($method === 'DELETE' && $address === '/api/session')) {
            continue; // a file is below; signing out ends the others
        }
        $largest = statusOf($this->client, $method, $address, $bounds->bytes());
        $larger = statusOf($this->client, $method, $address, $bounds->bytes() + 1);
        if ($largest >= 500 || $largest === 413 || $largest === 0 || $larger !== 413) {
            $wrong[] = "{$method} {$address}: {$largest}, and {$larger} for a byte more";
        }
        if ($address === '/api/session' || $address === '/api/account') {
            $this->client->signIn();
        }
    }
    expect($wrong)->toBe([])->and(count(routesThatTake()))->toBeGreaterThan(80);
});

test('a file as large as may be comes in by every route for files, and one that is larger gets a sentence', function () {
    $entry = $this->client->send(
        'POST',
        '/api/entries',
        ['title' => 'Beds', 'calendar_id' => $this->client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id']],
    )['body']['id'];
    $note = str_repeat('Nineteen panes of the north house want new putty before the frost. ', 30);
    $event = fn (int $i): string => "BEGIN:VEVENT\r\nUID:large-{$i}@example\r\nDTSTAMP:20261120T080000Z\r\nDTSTART;VALUE=DATE:20261201\r\nSUMMARY:Bed {$i}\r\nDESCRIPTION:{$note}\r\nEND:VEVENT\r\n";
    $text = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Example//EN\r\n";
    for ($i = 0; strlen($text) < 20_900_000; $i++) {
        $text .= $event($i);
    }
    $text .= "END:VCALENDAR\r\n";
    $answers = [];
    foreach ([
        '/api/imports' => $text,
        '/api/archives/file' => random_bytes(20_900_000),
        "/api/entries/{$entry}/attachments" => str_repeat("a plan of the beds\n", 550_000),
    ] as $address => $content) {
        $answer = Client::answer($this->client->upload($address, $content, 120));
        $answers[$address] = [$answer['status'], is_string($answer['body']['message'] ?? 'fine.')];
    }
    expect(array_column($answers, 0))->each->toBeIn([201, 422])->and($answers['/api/imports'][0])->toBe(201);
    $larger = Client::answer($this->client->upload('/api/imports', $text.$text, 120));
    expect($larger['status'])->toBe(413)->and($larger['body']['message'] ?? '')->toEndWith('.');
    // A client of CalDAV brings one entry with what hangs on it.
    $password = $this->client->send(
        'POST',
        '/api/device-passwords',
        ['name' => 'Desk', 'current' => 'glasshouse panes'],
    )['body']['password'];
    $calendar = $this->client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    $object = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Example//EN\r\nBEGIN:VEVENT\r\nUID:large@example\r\nDTSTAMP:20261120T080000Z\r\nDTSTART;VALUE=DATE:20261201\r\nSUMMARY:Bed\r\n".
        'ATTACH;ENCODING=BASE64;VALUE=BINARY:'.str_repeat('YSBw', 2_400_000)."\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
    foreach ([[$object, [201, 403, 413]], [str_repeat(' ', 11_000_001), [413]]] as [$sent, $statuses]) {
        expect(
            Client::answer(
                $this->client->put("/dav/1/calendars/{$calendar}/large.ics", "steward@example.test:{$password}", $sent, 120),
            )['status'],
        )->toBeIn($statuses);
    }
});

test('what is taken out of a large account is whole', function () {
    $number = (int) (getenv('LARGEST_ENTRIES') ?: 1500);
    $calendar = $this->client->send('GET', '/api/areas')['body']['areas'][0]['calendars'][0]['id'];
    for ($done = 0; $done < $number; $done += 5000) {
        $text = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Example//EN\r\n";
        for ($i = $done; $i < min($number, $done + 5000); $i++) {
            $day = date('Ymd', strtotime('2020-01-01 +'.($i % 2500).' days'));
            $text .= "BEGIN:VEVENT\r\nUID:bench-{$i}@example\r\nDTSTAMP:20261120T080000Z\r\nDTSTART;TZID=Europe/Berlin:{$day}T090000\r\nDURATION:PT1H\r\nSUMMARY:Bench {$i}\r\n".
                ($i % 5 === 0 ? "RRULE:FREQ=WEEKLY;COUNT=30\r\n" : '')."END:VEVENT\r\n";
        }
        $import = Client::answer($this->client->upload('/api/imports', $text."END:VCALENDAR\r\n", 120))['body'];
        while ($import['fault'] === null && $import['read'] < $import['total']) {
            $import = $this->client->send('POST', "/api/imports/{$import['id']}/read", patience: 120)['body'];
        }
        expect(
            $this->client->send(
                'POST',
                "/api/imports/{$import['id']}/take",
                ['targets' => [['calendar_id' => $calendar]], 'known' => 'leave'],
                patience: 300,
            )['status'],
        )->toBe(200);
    }
    foreach (['/api/calendar-file' => 'UID:', '/api/table-file?from=2020-01-01&to=2026-12-31' => null] as $address => $mark) {
        $curl = $this->client->request('GET', $address, null, null, 300);
        $text = (string) curl_exec($curl);
        expect(curl_getinfo($curl, CURLINFO_RESPONSE_CODE))->toBe(200, $address);
        if ($mark !== null) {
            expect(substr_count($text, "\n{$mark}"))->toBeGreaterThanOrEqual($number)->and($text)->toEndWith("END:VCALENDAR\r\n");
        } else {
            expect(substr_count($text, 'Bench '))->toBeGreaterThanOrEqual($number)->and($text)->not->toContain('{"message"');
        }
        fwrite(
            STDERR,
            getenv('LARGEST_ENTRIES') === false ? '' : sprintf(
                "\n%s: %.1f s, %d bytes\n",
                $address,
                curl_getinfo($curl, CURLINFO_TOTAL_TIME),
                strlen($text),
            ),
        );
    }
});
