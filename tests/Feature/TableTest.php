<?php

declare(strict_types=1);

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
})->with(['=1+1', '+49 30 1234', '-5', '@SUM(A1)', '=HYPERLINK("http://example.test")']);

test('a stretch that is none is said', function () {
    $this->api('GET', 'table-file?what=times')->assertStatus(422);
    $this->api('GET', 'table-file?what=times&from=2026-11-25&to=2026-11-24')->assertStatus(422);
    $this->api('GET', 'table-file?what=times&from=2000-01-01&to=2026-11-24')->assertStatus(422);
    $this->api('GET', 'calendar-file?from=2026-11-25&to=2026-11-24')->assertStatus(422);
});
