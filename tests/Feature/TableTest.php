<?php

declare(strict_types=1);

use App\Interchange\TableMoment;
use App\Models\Entry;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Storage;
use PlumRota\Core\Time\InvalidTime;

/** @return list<list<string|null>> read by PHP's own reader of such files */
function table(object $test, string $query): array
{
    $text = $test
        ->api('GET', "table-file?{$query}")
        ->assertOk()
        ->streamedContent();
    expect($text)->toStartWith("\xEF\xBB\xBF");
    $file = fopen('php://memory', 'w+b');
    fwrite($file, substr($text, 3));
    rewind($file);
    $rows = [];
    while (($row = fgetcsv($file, escape: '')) !== false) {
        $rows[] = $row;
    }

    return $rows;
}

test('entries are a table, each with what it is', function () {
    $this->entry([
        'title' => 'Vent check',
        'start' => '2026-11-26T07:15:00',
        'end' => '2026-11-26T07:30:00',
        'all_day' => false,
        'rule' => 'FREQ=WEEKLY;BYDAY=TH',
        'labels' => ['rounds', 'winter'],
        'notes' => "First, the north side.\nThen \"the rest\".",
        'estimate' => 15,
    ]);
    [$head, $row] = table($this, '');
    expect(array_combine($head, $row))->toMatchArray([
        'Title' => 'Vent check',
        'Kind' => 'task',
        'Start' => '2026-11-26 07:15:00',
        'End' => '2026-11-26 07:30:00',
        'Rhythm' => 'every Thursday',
        'Estimate (min)' => '15',
        'Labels' => 'rounds; winter',
        'Notes' => "First, the north side.\nThen \"the rest\".",
    ]);
});

test('each time that something comes is a row, with when it was done', function () {
    $entry = $this->entry([
        'title' => 'Vent check',
        'start' => '2026-11-23T07:15:00',
        'end' => '2026-11-23T07:30:00',
        'all_day' => false,
        'rule' => 'FREQ=DAILY',
    ]);
    $this->api('PUT', "entries/{$entry['id']}/occurrences/2026-11-24T07:15:00/done")->assertSuccessful();
    [$head, , $tuesday] = $rows = table($this, 'what=times&from=2026-11-23&to=2026-11-25');
    expect($rows)->toHaveCount(4);
    expect(array_combine($head, $tuesday))->toMatchArray([
        'Date' => '2026-11-24',
        'From' => '07:15',
        'To' => '07:30',
        'Minutes' => '15',
        'Title' => 'Vent check',
        'Done' => '2026-11-25 10:20',
    ]);
    expect(table($this, "what=times&from=2026-11-23&to=2026-11-25&calendar_id={$this->calendar()->id}"))->toHaveCount(4);
});

test('nothing in it is reckoned with by a spreadsheet', function (string $title) {
    $this->entry(['title' => $title, 'start' => '2026-11-26']);
    expect(table($this, '')[1][0])->toBe("'{$title}");
})->with(['=1+1', '+49 30 1234', '-5', '@SUM(A1)', '=HYPERLINK("http://example.test")', '＝1+1', '＋1', '－1', '＠SUM(A1)']);

test('a stretch that is none is said', function () {
    $this->api('GET', 'table-file?what=times')->assertStatus(422);
    $this->api('GET', 'table-file?what=times&from=2026-11-25&to=2026-11-24')->assertStatus(422);
    $this->api('GET', 'table-file?what=times&from=2000-01-01&to=2026-11-24')->assertStatus(422);
    $this->api('GET', 'calendar-file?from=2026-11-25&to=2026-11-24')->assertStatus(422);
});

/** @return array<string, mixed> what is known of a table that was sent */
function sent_table(object $test, string $text, string $name = 'list.csv'): array
{
    Storage::fake('local');

    return $test
        ->api('POST', 'imports', ['file' => UploadedFile::fake()->createWithContent($name, $text)])
        ->assertStatus(201)
        ->json();
}

/** @return array<string, mixed> read to its end */
function read_table(object $test, array $import, array $columns, string $order = 'dmy'): array
{
    $import = $test
        ->api('POST', "imports/{$import['id']}/columns", ['columns' => $columns, 'order' => $order])
        ->assertOk()
        ->json();
    while ($import['read'] < $import['total']) {
        $import = $test
            ->api('POST', "imports/{$import['id']}/read")
            ->assertOk()
            ->json();
    }

    return $import;
}

test('a table is brought in by what its columns mean', function () {
    $import = sent_table(
        $this,
        "Task;Day;From;To;Deadline;Where;Tags\r\nSow peas;28.11.2026;9:00;10:30;;potting shed;winter, peas\r\nOrder fleece;;;;3.12.2026;;\r\n\"Stall, with wreaths\";5.12.2026;;;;;\r\nNothing;31.11.2026;;;;;\r\n;1.12.2026;;;;;\r\n",
    );
    expect($import)->toMatchArray([
        'fault' => null,
        'total' => 0,
        'calendars' => [['name' => '', 'colour' => null, 'entries' => 0]],
    ]);
    expect($import['table'])->toMatchArray([
        'header' => ['Task', 'Day', 'From', 'To', 'Deadline', 'Where', 'Tags'],
        'order' => 'dmy',
        'chosen' => false,
    ]);
    expect($import['table']['columns'])->toBe([
        'title' => 0,
        'start' => 1,
        'time' => 2,
        'end_time' => 3,
        'due' => 4,
        'labels' => 6,
        'place' => 5,
    ]);
    $import = read_table($this, $import, $import['table']['columns']);
    expect($import['counts'])->toMatchArray(['new' => 3, 'refused' => 2]);
    expect(array_column($import['lines']['refused'], 'says'))->toBe(['“31.11.2026” is no date there is.', 'It has no title.']);
    $this->api('POST', "imports/{$import['id']}/take", [
        'targets' => [['calendar_id' => $this->calendar()->id]],
        'known' => 'leave',
    ])->assertOk();
    expect(Entry::query()->where('title', 'Sow peas')->firstOrFail())->toMatchArray([
        'start' => '2026-11-28T09:00:00',
        'length' => 90,
        'zone' => 'Europe/Berlin',
        'place' => 'potting shed',
        'labels' => ['winter', 'peas'],
    ]);
    expect(Entry::query()->where('title', 'Order fleece')->firstOrFail())->toMatchArray([
        'start' => null,
        'due' => '2026-12-03',
    ]);
    expect(Entry::query()->where('title', 'Stall, with wreaths')->firstOrFail())->toMatchArray([
        'start' => '2026-12-05',
        'all_day' => true,
    ]);
    $this->api('POST', 'undo')->assertOk();
    expect(Entry::query()->count())->toBe(0);
});

test('what went out as a table comes in as one, and is the same where it comes once more', function () {
    $this->entry([
        'title' => '=Sow',
        'start' => '2026-11-26T07:15:00',
        'end' => '2026-11-26T07:45:00',
        'all_day' => false,
        'importance' => 'must',
        'notes' => "a, \"b\"\nc",
        'labels' => ['x', 'y'],
    ]);
    $text = $this->api('GET', 'table-file')->streamedContent();
    planted(fn () => Entry::query()->toBase()->delete());
    $import = sent_table($this, $text);
    $import = read_table($this, $import, $import['table']['columns']);
    $this->api('POST', "imports/{$import['id']}/take", [
        'targets' => [['calendar_id' => $this->calendar()->id]],
        'known' => 'leave',
    ])->assertOk();
    expect(Entry::query()->firstOrFail())->toMatchArray([
        'title' => '=Sow',
        'start' => '2026-11-26T07:15:00',
        'length' => 30,
        'importance' => 'must',
        'notes' => "a, \"b\"\nc",
        'labels' => ['x', 'y'],
    ]);
    $import = sent_table($this, $text);
    expect(read_table($this, $import, $import['table']['columns'])['counts'])->toMatchArray(['new' => 0, 'same' => 1]);
});

test('whether the day or the month comes first is asked where nothing says so', function (string $dates, ?string $order) {
    expect(
        sent_table(
            $this,
            "Title,Date\n".implode("\n", array_map(fn (string $date): string => "a,{$date}", explode(' ', $dates))),
        )['table']['order'],
    )->toBe($order);
})->with([
    'a day above twelve' => ['3/4/2026 25/4/2026', 'dmy'],
    'a month above twelve' => ['3/4/2026 4/25/2026', 'mdy'],
    'neither' => ['3/4/2026 5/6/2026', null],
    'the same both ways' => ['4/4/2026', 'dmy'],
    'years first' => ['2026-04-03', 'dmy'],
]);

test('it is not read before that is said', function () {
    $import = sent_table($this, "Title,Date\na,3/4/2026\n");
    $this->api('POST', "imports/{$import['id']}/columns", ['columns' => ['title' => 0, 'start' => 1]])->assertStatus(422);
    $this->api('POST', "imports/{$import['id']}/columns", ['columns' => ['start' => 1], 'order' => 'dmy'])->assertStatus(422);
    $this->api('POST', "imports/{$import['id']}/take", [
        'targets' => [['calendar_id' => $this->calendar()->id]],
        'known' => 'leave',
    ])->assertStatus(409);
    expect(read_table($this, $import, ['title' => 0, 'start' => 1], 'mdy')['lines']['new'][0]['start'])->toBe('2026-03-04');
});

test('a date is read as it is written', function (string $text, string $order, string $read) {
    $moment = TableMoment::read($text, $order);
    expect(trim("{$moment->date} {$moment->time}"))->toBe($read);
})->with([
    ['2026-11-25', 'dmy', '2026-11-25'],
    ['2026-11-25T09:30:00', 'dmy', '2026-11-25 09:30'],
    ['25.11.2026', 'dmy', '2026-11-25'],
    ['11/25/2026 9:05 pm', 'mdy', '2026-11-25 21:05'],
    ['3/4/26', 'dmy', '2026-04-03'],
    ['25 November 2026', 'dmy', '2026-11-25'],
    ['Wed, 25 Nov 2026 12:00 am', 'dmy', '2026-11-25 00:00'],
]);

test(
    'what is no date is said',
    fn (string $text) => expect(fn () => TableMoment::read($text, 'dmy'))->toThrow(InvalidTime::class),
)->with(['soon', '32.1.2026', '1/2', '25 Foo 2026', '25.11.2026 later']);

test('a table without rows, and words that are none, are said', function () {
    expect(sent_table($this, "Title,Date\n")['fault'])->toBe('The table has no rows below the names of its columns.');
    expect(sent_table($this, 'dear diary')['fault'])->toContain('There is no calendar in this file.');
});

test('a table in UTF-16, one without names of columns, and one with days as a spreadsheet counts them', function (string $text, array $columns) {
    $import = sent_table($this, $text);
    expect($import)->toMatchArray(['fault' => null])->and($import['table']['columns'])->toBe($columns);
    $import = read_table($this, $import, $import['table']['columns']);
    $this->api('POST', "imports/{$import['id']}/take", ['targets' => [['calendar_id' => $this->calendar()->id]], 'known' => 'all'])->assertOk();
    expect($this->shown('2026-11-28', 8))->toBe(['11-28 Sow peas – früh', '12-05 Stall']);
})->with([
    'UTF-16, little end first' => [
        fn (): string => "\xFF\xFE".mb_convert_encoding("Task\tDay\r\nSow peas – früh\t28.11.2026\r\nStall\t5.12.2026\r\n", 'UTF-16LE', 'UTF-8'),
        ['title' => 0, 'start' => 1],
    ],
    'UTF-16, big end first' => [
        fn (): string => "\xFE\xFF".mb_convert_encoding("Task,Day\r\nSow peas – früh,28.11.2026\r\nStall,5.12.2026\r\n", 'UTF-16BE', 'UTF-8'),
        ['title' => 0, 'start' => 1],
    ],
    'without names' => ["28.11.2026;Sow peas – früh\r\n5.12.2026;Stall\r\n", ['start' => 0, 'title' => 1]],
    // 46354 is 28 November 2026: 1 January 2026 is 46023 (a spreadsheet's DATEVALUE).
    'days of a spreadsheet' => ["Task;Day\r\nSow peas – früh;46354\r\nStall;46361\r\n", ['title' => 0, 'start' => 1]],
]);

/** @return array<string, mixed> one's own table, with another text in some places, brought in again as far as its preview */
function own_table(object $test, array $cells, ?callable $rewrite = null): array
{
    $rows = table($test, '');
    foreach ($cells as $title => $others) {
        foreach ($rows as $i => $row) {
            if ($row[0] === $title) {
                $rows[$i] = array_replace($row, array_combine(array_map(fn (string $name): int => (int) array_search($name, $rows[0], true), array_keys($others)), $others));
            }
        }
    }
    $file = fopen('php://memory', 'w+b');
    foreach ($rewrite === null ? $rows : array_map($rewrite, $rows) as $row) {
        fputcsv($file, $row, escape: '');
    }
    rewind($file);
    $import = sent_table($test, (string) stream_get_contents($file));

    return read_table($test, $import, $import['table']['columns']);
}

/** @return array{added: int, changed: int, left: int} */
function taken(object $test, array $import, string $known = 'newer'): array
{
    return $test->api('POST', "imports/{$import['id']}/take", ['targets' => [['calendar_id' => $test->calendar()->id]], 'known' => $known])->assertOk()->json();
}

/** As a spreadsheet writes dates that it knows for such, and without the seconds. */
function asSpreadsheet(array $row): array
{
    return preg_replace(['/^(\d{4})-(\d\d)-(\d\d) (\d\d:\d\d):00$/', '/^(\d{4})-(\d\d)-(\d\d)$/'], ['$3/$2/$1 $4', '$3/$2/$1'], $row);
}

test('one’s own table says of each entry what it is already', function (?string $rewrite) {
    mt_srand(12);
    $one = fn (array $all): mixed => $all[mt_rand(0, count($all) - 1)];
    for ($i = 0; $i < 40; $i++) {
        $isTimed = mt_rand(0, 1) === 1;
        $start = '2026-'.sprintf('%02d-%02d', mt_rand(1, 12), mt_rand(1, 28));
        $isLoose = mt_rand(0, 4) === 0;
        $kind = $isLoose ? 'task' : $one(['task', 'event']);
        $this->entry([
            'title' => $one(['Plain', '=1+1', ' two  spaces', 'Möhren; "sieben"', "'quoted"])." {$i}",
            'kind' => $kind,
            'all_day' => ! $isTimed || $isLoose,
            'start' => $isLoose ? null : ($isTimed ? "{$start}T22:15:00" : $start),
            'end' => $isLoose ? null : ($isTimed ? "{$start}T".$one(['22:45:00', '22:16:00', '23:59:00']) : $start),
            'zone' => $isTimed && ! $isLoose ? $one(['Europe/Berlin', 'America/New_York', 'Pacific/Auckland']) : null,
            'rule' => $isLoose ? null : $one([null, 'FREQ=WEEKLY', 'FREQ=MONTHLY;BYMONTHDAY=31']),
            'due' => $kind === 'task' ? $one([null, '2026-12-31', '2026-12-31T18:30:00']) : null,
            'importance' => $one([null, 'must', 'should', 'could']),
            'effort' => $one([null, 'light', 'demanding']),
            'estimate' => $one([null, 15, 600]),
            'labels' => $one([[], ['a'], ['winter', 'two words']]),
            'place' => $one(['', 'potting shed, left']),
            'link' => $one(['', 'https://nursery.example.test/list']),
            'notes' => $one(['', "a, \"b\"\nc", '- first', "ends with a line\n"]),
            'checklist' => $one([[], [['text' => 'Wipe', 'done' => true]]]),
        ]);
    }
    $before = Entry::query()->orderBy('id')->get()->map->getAttributes()->all();
    $import = own_table($this, [], $rewrite === null ? null : asSpreadsheet(...));
    expect($import['counts'])->toBe(['new' => 0, 'same' => 40, 'newer' => 0, 'older' => 0, 'refused' => 0])
        ->and(taken($this, $import, 'all'))->toMatchArray(['added' => 0, 'changed' => 0, 'left' => 40])
        ->and(Entry::query()->orderBy('id')->get()->map->getAttributes()->all())->toBe($before);
})->with(['as it went out' => [null], 'as a spreadsheet saves it' => ['asSpreadsheet']]);

test('of a row of one’s own table only what is another in it is taken', function () {
    $check = $this->ventCheck(['checklist' => [['text' => 'Roof', 'done' => false]], 'labels' => ['rounds'], 'estimate' => 15, 'effort' => 'light']);
    $this->api('PUT', "entries/{$check['id']}/occurrences/2026-11-24T07:15:00/done")->assertNoContent();
    $fair = $this->entry(['title' => 'Fair', 'kind' => 'event', 'all_day' => false, 'start' => '2026-11-28T09:00:00', 'end' => '2026-11-28T11:00:00', 'zone' => 'America/New_York']);
    $this->entry(['title' => 'Order fleece', 'due' => '2026-12-03']);
    $import = own_table($this, [
        'Vent check' => ['Title' => 'Vents', 'Labels' => '', 'Estimate (min)' => '20', 'Start' => '2026-11-24 08:00:00'],
        'Fair' => ['Start' => '28/11/2026 10:00', 'End' => '28/11/2026 12:30'],
    ]);
    expect($import['counts'])->toMatchArray(['new' => 0, 'same' => 1, 'newer' => 2])
        ->and(json_encode($import['lines']))->toContain('When a routine comes is not changed by a table.');
    expect(taken($this, $import))->toMatchArray(['added' => 0, 'changed' => 2, 'left' => 1]);
    $is = fn (string $id): Entry => Entry::query()->findOrFail($id);
    expect($is($check['id'])->only(['title', 'labels', 'estimate', 'effort', 'start', 'rule', 'checklist']))->toBe([
        'title' => 'Vents',
        'labels' => [],
        'estimate' => 20,
        'effort' => 'light',
        'start' => $check['start'],
        'rule' => $check['rule'],
        'checklist' => [['text' => 'Roof', 'done' => false]],
    ])->and($is($check['id'])->overrides()->whereNotNull('done_at')->count())->toBe(1)
        ->and($is($check['id'])->version)->toBeGreaterThan($check['version'])
        ->and($is($fair['id'])->only(['start', 'length', 'zone']))->toBe(['start' => '2026-11-28T10:00:00', 'length' => 150, 'zone' => 'America/New_York']);
    $this->api('POST', 'undo')->assertOk();
    expect($is($check['id'])->title)->toBe('Vent check')->and($is($fair['id'])->length)->toBe(120);
});

test('a row of one’s own table that was changed here since stays as it is here', function () {
    $one = $this->entry(['title' => 'Order fleece']);
    $import = own_table($this, ['Order fleece' => ['Title' => 'Order netting']]);
    expect($import['counts'])->toMatchArray(['newer' => 1, 'older' => 0]);
    $old = table($this, '');
    $this->at('2026-11-25T11:00:00+01:00');
    $this->api('PATCH', "entries/{$one['id']}", ['notes' => 'six rolls'])->assertOk();
    $import = sent_table($this, implode("\n", array_map(fn (array $row): string => '"'.implode('","', str_replace('Order fleece', 'Order netting', $row)).'"', $old)));
    $import = read_table($this, $import, $import['table']['columns']);
    expect($import['counts'])->toMatchArray(['newer' => 0, 'older' => 1])->and(taken($this, $import))->toMatchArray(['changed' => 0]);
});

test('a table of another account is new here, under the names it has there', function () {
    $this->entry(['title' => 'Order fleece']);
    $text = implode("\n", array_map(fn (array $row): string => '"'.implode('","', $row).'"', table($this, '')));
    $other = app(App\Actions\Accounts\OpenAccount::class)->open(['name' => 'Other', 'email' => 'other@example.test', 'password' => 'glasshouse', 'zone' => 'UTC']);
    Storage::fake('local');
    $import = $this->api('POST', 'imports', ['file' => UploadedFile::fake()->createWithContent('list.csv', $text)], as: $other)->assertStatus(201)->json();
    $import = $this->api('POST', "imports/{$import['id']}/columns", ['columns' => $import['table']['columns'], 'order' => 'dmy'], as: $other)->assertOk()->json();
    while ($import['read'] < $import['total']) {
        $import = $this->api('POST', "imports/{$import['id']}/read", as: $other)->assertOk()->json();
    }
    expect($import['counts'])->toMatchArray(['new' => 1, 'same' => 0, 'newer' => 0]);
});

test('a row of one’s own table is known by however long a name it came with', function (int $length) {
    $uid = str_repeat('u', $length).'@example.test';
    Storage::fake('local');
    $file = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Example//EN\r\nBEGIN:VTODO\r\nUID:{$uid}\r\nSUMMARY:Order fleece\r\nEND:VTODO\r\nEND:VCALENDAR\r\n";
    $import = $this->api('POST', 'imports', ['file' => UploadedFile::fake()->createWithContent('a.ics', $file)])->assertStatus(201)->json();
    $this->api('POST', "imports/{$import['id']}/read")->assertOk();
    expect(taken($this, $import))->toMatchArray(['added' => 1]);
    expect(own_table($this, [])['counts'])->toMatchArray(['new' => 0, 'same' => 1])
        ->and(own_table($this, ['Order fleece' => ['Title' => 'Order netting']])['counts'])->toMatchArray(['new' => 0, 'newer' => 1]);
})->with([20, 300, 900]);
