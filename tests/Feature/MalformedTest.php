<?php

declare(strict_types=1);

use Illuminate\Support\Facades\DB;
use Tests\Fuzz\ContractCases;

/** @return list<array{method: string, path: string, body: array<string, mixed>, says: string}> in an order of chance */
function wrongRequests(object $test): array
{
    $entry = $test->ventCheck(['checklist' => [['text' => 'Open the lid', 'done' => false]]]);
    $area = $test->api('GET', 'areas')->json('areas.0');
    $cases = iterator_to_array(
        (new ContractCases([
            'entry' => $entry['id'],
            'entry_id' => $entry['id'],
            'calendar_id' => $test->calendar()->id,
            'move_to' => $test->calendar()->id,
            'calendar' => $test->calendar()->id,
            'area' => $area['id'],
            'area_id' => $area['id'],
            'recurrence' => '2026-11-25T07:15:00',
            'recurrence_id' => '2026-11-25T07:15:00',
            'start' => '2026-11-23T07:15:00',
            'end' => '2026-11-23T07:30:00',
            'zone' => 'Europe/Berlin',
            'end_zone' => null,
            'due' => null,
            'rule' => 'FREQ=WEEKLY;BYDAY=MO,WE',
            'from' => '2026-11-23',
            'date' => '2026-11-25',
            'day' => '2026-11-26',
            'to' => '2026-11-26',
            'length' => 30,
            'year' => 2026,
            'key' => "{$entry['id']}|2026-11-25T07:15:00",
            'seasons' => [['from' => '04-01', 'to' => '09-30']],
            'pauses' => [['from' => '2026-12-24', 'to' => '2027-01-02']],
            'reminders' => ['-PT15M'],
            'reminders_all_day' => ['-P1D@18:00'],
            'link' => 'https://example.test/',
            'around' => '2027-W14',
            'not_before' => null,
            'ask_again' => null,
            'colour' => 'teal',
            'line' => 'Vent check on Friday at 7',
            'email' => 'ines@example.test',
            'password' => 'a long enough one',
            'holidays' => null,
            'work_days' => [1, 2, 3],
            'version' => $entry['version'],
            'choice' => ['areas' => [$area['id']]],
            'q' => 'vent',
            'title' => 'Vent check',
            'delivery' => 1,
            'step' => 1,
            'ids' => [$area['id']],
            'importance' => 'must',
            'effort' => 'light',
            'missed' => 'hold',
            'labels' => ['glass'],
            'week' => array_fill(0, 7, ['minutes' => 480, 'wakes' => 360, 'sleeps' => 1320, 'theme' => '']),
        ]))->all(),
        false,
    );
    mt_srand((int) (getenv('FUZZ_SEED') ?: 20261125));
    shuffle($cases);

    return $cases;
}

/** Another seed by FUZZ_SEED, another number by FUZZ_CASES. */
test('whatever is wrong in a request gets a sentence, in time, and never an error of the server', function () {
    $cases = wrongRequests($this);
    $wanted = (int) (getenv('FUZZ_CASES') ?: 1500);
    $faults = [];
    $slowest = 0.0;
    for ($i = 0; $i < $wanted; $i++) {
        $case = $cases[$i % count($cases)];
        if ($i >= count($cases)) {
            // Two wrong fields at once.
            $other = $cases[mt_rand(0, count($cases) - 1)];
            $case['body'] = [...$case['body'], ...array_intersect_key($other['body'], $case['body'])];
        }
        DB::beginTransaction();
        $began = getrusage();
        $this->actingAs(\App\Models\User::query()->findOrFail($this->user->id));
        $response = $this->json($case['method'], '/api/'.$case['path'], $case['body'], ['Idempotency-Key' => "fuzz-{$i}"]);
        $ended = getrusage();
        DB::rollBack();
        $seconds =
            $ended['ru_utime.tv_sec'] -
            $began['ru_utime.tv_sec'] +
            ($ended['ru_utime.tv_usec'] - $began['ru_utime.tv_usec']) / 1e6;
        $slowest = max($slowest, $seconds);
        $status = $response->getStatusCode();
        $isDownload = $response->baseResponse instanceof \Symfony\Component\HttpFoundation\StreamedResponse;
        $message = $status < 400 || $isDownload ? 'fine' : $response->json('message') ?? '';
        if (
            $status >= 500 ||
            $seconds > 2 ||
            ! is_string($message) ||
            trim($message) === '' ||
            ! preg_match('/[.?!]$/', $status < 400 ? 'fine.' : trim($message))
        ) {
            $faults[] =
                "{$status} in ".
                round($seconds, 2).
                " s: {$case['says']}: ".
                ($response->exception?->getMessage() ?? $message).
                ' '.
                ($response->exception === null
                    ? ''
                    : basename($response->exception->getFile()).':'.$response->exception->getLine());
        }
    }
    expect(array_values(array_unique($faults)))->toBe([]);
});

test('the same wrong reads, ten at a time, are answered one by one and never with an error of the server', function () {
    $reads = array_map(
        fn (array $case): string => $case['path'],
        array_values(
            array_filter(
                wrongRequests($this),
                fn (array $case): bool => strtolower($case['method']) === 'get' && ! str_contains($case['path'], ' '),
            ),
        ),
    );
    $odd = ['%00', '%FF%FE', '%C3%28', '..%2F..%2Fup', '%0d%0aX: y', 'a[]=1', '%F0%9F%8C%B1', str_repeat('a', 900)];
    foreach (array_slice($reads, 0, 400) as $i => $read) {
        $reads[] = preg_replace('#/[^/?]+#', '/'.$odd[$i % count($odd)], $read, 1);
        $reads[] = $read.(str_contains($read, '?') ? '&' : '?').'x'.$odd[$i % count($odd)].'=1';
    }
    $reads = array_values(array_filter($reads, fn (string $read): bool => ! str_contains($read, ' ')));
    shuffle($reads);
    $faults = [];
    foreach (array_chunk(array_slice($reads, 0, (int) (getenv('FUZZ_READS') ?: 600)), 10) as $ten) {
        $this->actingAs(\App\Models\User::query()->findOrFail($this->user->id));
        $together = $this->json('GET', '/api/together?read='.rawurlencode(implode(' ', $ten)));
        expect($together->status())->toBeIn([200, 422, 414]);
        foreach ($together->json('parts') ?? [] as $i => $part) {
            $says = $part['status'] < 400 ? 'fine.' : trim((string) ($part['body']['message'] ?? ''));
            if ($part['status'] >= 500 || preg_match('/[.?!]$/D', $says) !== 1) {
                $faults[] = "{$part['status']}: {$ten[$i]}: {$says}";
            }
        }
    }
    expect(array_values(array_unique($faults)))->toBe([]);
});

test('odd bytes in an address get a sentence', function (string $odd) {
    foreach (['entries/%s', 'board?from=%s', 'tally/%s/7', 'closings/%s', 'archives/%s', 'search?q=%s'] as $address) {
        $this->actingAs(\App\Models\User::query()->findOrFail($this->user->id));
        $answer = $this->json('GET', '/api/'.sprintf($address, $odd));
        expect($answer->status())->toBeLessThan(500);
        if ($answer->status() >= 400) {
            expect((string) $answer->json('message'))->toMatch('/[.?!]$/D');
        }
    }
})->with(['%00', '%FF%FE', '%C3%28', '..%2F..%2Fup', '%0d%0aX:%20y', '%F0%9F%8C%B1', '%ED%A0%80']);

test('a request of more than 64 KB is refused before anything is read', function () {
    $this->api('POST', 'entries', ['title' => 'Vent check', 'notes' => str_repeat('a', 70_000)])
        ->assertStatus(413)
        ->assertJsonPath('message', 'That is more than 64 KB at once. Shorten it, or put the rest into a file.');
});

test('a list that is too long is refused as a list, whatever its elements are', function () {
    $labels = array_map(strval(...), range(1, 9000));
    $this->api('POST', 'entries', ['title' => 'Vent check', 'calendar_id' => $this->calendar()->id, 'labels' => $labels])
        ->assertStatus(422)
        ->assertJsonPath('errors', ['labels' => ['An entry carries up to 12 labels.']]);
});

test('what is no JSON is refused and changes nothing', function () {
    $entry = $this->ventCheck();
    $this->actingAs($this->user);
    $answer = $this->call(
        'PATCH',
        "/api/entries/{$entry['id']}",
        server: ['CONTENT_TYPE' => 'application/json', 'HTTP_ACCEPT' => 'application/json'],
        content: '{"title": "Vent',
    );
    $answer->assertStatus(400)->assertJsonPath('message', 'The request is not in the form it should have (JSON).');
    expect($this->api('GET', "entries/{$entry['id']}")->json('version'))->toBe($entry['version']);
});

test('a page that sends neither Referer nor Origin is signed in by its session', function () {
    $this->post('/api/session', ['email' => 'steward@example.test', 'password' => 'glasshouse'], ['Accept' => 'application/json'])
        ->assertOk()
        ->assertJsonPath('account.email', 'steward@example.test');
    $this->get('/api/areas', ['Accept' => 'application/json'])->assertOk();
});

test('the same key with another file is refused', function () {
    $entry = $this->ventCheck();
    $this->actingAs($this->user);
    $send = fn (string $content) => $this->post(
        "/api/entries/{$entry['id']}/attachments",
        ['file' => \Illuminate\Http\UploadedFile::fake()->createWithContent('list.txt', $content)],
        ['Accept' => 'application/json', 'Idempotency-Key' => 'one'],
    );
    \Illuminate\Support\Facades\Storage::fake('local');
    $first = $send('three panes')->assertCreated();
    $send('three panes')->assertCreated()->assertHeader('Idempotent-Replay', 'true')->assertJsonPath('id', $first->json('id'));
    $send('four panes')
        ->assertStatus(422)
        ->assertJsonPath('message', 'This idempotency key was already used for another request.');
});

test('what is only looked at keeps no answer', function (string $path, array $body) {
    $this->api('POST', $path, $body, ['Idempotency-Key' => 'looked-at'])->assertOk();
    expect(DB::table('answers')->count())->toBe(0);
})->with([
    ['capture/reading', ['line' => 'Vent check on Friday']],
    ['rhythm/preview', ['start' => '2026-11-23', 'all_day' => true, 'after_done' => false, 'rule' => 'FREQ=DAILY']],
    ['filing/preview', ['words' => 'vent', 'colour' => 'teal']],
]);
