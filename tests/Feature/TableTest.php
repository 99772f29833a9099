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
