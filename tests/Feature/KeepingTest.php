<?php

declare(strict_types=1);

use App\Http\Resources\NotesAsHtml;
use App\Models\Attachment;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Storage;

/* Labels, filters, filing, files, notes, and what was. */

test('a filter is kept, replaced under the same name, and forgotten', function () {
    $kept = $this->api('POST', 'filters', ['name' => 'Quiet', 'choice' => ['kinds' => ['task'], 'effort' => ['light']]])
        ->assertCreated()
        ->json();
    $this->api('POST', 'filters', ['name' => 'Quiet', 'choice' => ['kinds' => ['event']]])->assertCreated();
    expect($this->api('GET', 'filters')->json('filters'))->toBe([
        ['id' => $kept['id'], 'name' => 'Quiet', 'choice' => ['kinds' => ['event']]],
    ]);
    $this->api('POST', 'undo')->assertOk();
    expect($this->api('GET', 'filters')->json('filters.0.choice.effort'))->toBe(['light']);
    $this->api('DELETE', "filters/{$kept['id']}")->assertNoContent();
    expect($this->api('GET', 'filters')->json('filters'))->toBe([]);
    $this->api('POST', 'filters', ['name' => '', 'choice' => ['kinds' => ['task']]])
        ->assertStatus(422)
        ->assertJsonPath('errors.name.0', 'Give the filter a name.');
    $this->api('POST', 'filters', ['name' => 'x', 'choice' => ['sql' => ['1']]])->assertStatus(422);
});

test('words file what is caught, say beforehand what they would change, and change it on a press', function () {
    $area = $this->api('GET', 'areas')->json('areas.0.id');
    $choir = $this->api('POST', 'calendars', ['name' => 'Singing', 'area_id' => $area])->json('id');
    $old = $this->entry(['title' => 'Buy choir folder']);
    $rule = ['words' => 'Choir', 'calendar_id' => $choir, 'colour' => 'olive'];
    expect($this->api('POST', 'filing/preview', $rule)->json('entries'))->toBe([
        ['id' => $old['id'], 'title' => 'Buy choir folder', 'calendar_id' => $this->calendar()->id, 'colour' => null],
    ]);
    $id = $this->api('POST', 'filing', $rule)->assertCreated()->json('id');
    expect($this->api('POST', 'capture', ['line' => 'choir practice Thursday 19:30'])->json())
        ->toMatchArray(['calendar_id' => $choir, 'colour' => 'olive'])
        ->and($this->api('POST', 'capture/reading', ['line' => 'choir dinner'])->json('calendar'))
        ->toBe('Singing')
        ->and($this->api('POST', 'capture', ['line' => 'choir money in Household'])->json('calendar_id'))
        ->toBe($this->calendar()->id)
        ->and($this->api('GET', 'filing/match?title=choir')->json())
        ->toBe(['calendar_id' => $choir, 'colour' => 'olive'])
        ->and($this->api('GET', "entries/{$old['id']}")->json('calendar_id'))
        ->toBe($this->calendar()->id);
    expect($this->api('POST', "filing/{$id}/apply")->json('changed'))
        ->toBe(2) // the folder, and the money's colour and calendar
        ->and($this->api('GET', "entries/{$old['id']}")->json())
        ->toMatchArray(['calendar_id' => $choir, 'colour' => 'olive']);
    $this->api('POST', 'undo')->assertOk();
    expect($this->api('GET', "entries/{$old['id']}")->json('colour'))->toBeNull();
    $this->api('PATCH', "filing/{$id}", ['words' => 'choir', 'colour' => 'rose'])->assertOk();
    $this->api('DELETE', "filing/{$id}")->assertNoContent();
    expect($this->api('POST', 'capture', ['line' => 'choir tea'])->json('calendar_id'))->toBe($this->calendar()->id);
    $this->api('POST', 'filing', ['words' => 'x'])
        ->assertStatus(422)
        ->assertJsonPath('errors.calendar_id.0', 'Choose a calendar, a colour, or both.');
});

test('a file is kept outside the web’s reach and only handed out to be saved', function () {
    Storage::fake('local');
    $entry = $this->entry(['title' => 'Boiler']);
    $sent = $this->postJson(
        "/api/entries/{$entry['id']}/attachments",
        ['file' => UploadedFile::fake()->createWithContent("../../guarantee \u{202E}<b>.pdf", "%PDF-1.4\n%guarantee")],
        ['Origin' => 'http://localhost'],
    )
        ->assertCreated()
        ->json();
    expect($sent)
        ->toMatchArray(['name' => 'guarantee b .pdf', 'type' => 'application/pdf'])
        ->and($this->api('GET', "entries/{$entry['id']}")->json('attachments.0.id'))
        ->toBe($sent['id']);
    $path = Attachment::query()->sole()->path;
    expect($path)
        ->not->toContain('guarantee')
        ->and(Storage::disk('local')->exists($path))
        ->toBeTrue()
        ->and(Storage::disk('local')->path($path))
        ->not->toContain('/public/');
    $answer = $this->get("/api/attachments/{$sent['id']}", ['Origin' => 'http://localhost'])->assertOk();
    expect($answer->headers->get('Content-Disposition'))
        ->toStartWith('attachment')
        ->and($answer->headers->get('X-Content-Type-Options'))
        ->toBe('nosniff')
        ->and($answer->headers->get('Content-Type'))
        ->toBe('application/octet-stream');
    $this->api('DELETE', "attachments/{$sent['id']}")->assertNoContent();
    expect($this->api('GET', "entries/{$entry['id']}")->json('attachments'))->toBe([]);
    $this->api('POST', 'undo')->assertOk();
    expect($this->api('GET', "entries/{$entry['id']}")->json('attachments.0.name'))->toBe('guarantee b .pdf');
    $this->api('DELETE', "entries/{$entry['id']}", ['scope' => 'whole'])->assertNoContent();
    expect(Attachment::query()->count())->toBe(0);
});

test('what a file is, its content says', function (string $name, string $content) {
    Storage::fake('local');
    $entry = $this->entry(['title' => 'Boiler']);
    $this->postJson(
        "/api/entries/{$entry['id']}/attachments",
        ['file' => UploadedFile::fake()->createWithContent($name, $content)],
        ['Origin' => 'http://localhost'],
    )
        ->assertStatus(422)
        ->assertJsonPath(
            'errors.file.0',
            'Files of this kind are not kept. Pictures, PDF, plain text, tables, office documents, sound and archives are.',
        );
    expect(Attachment::query()->count())->toBe(0);
})->with([
    ['picture.png', '<?php echo 1;'],
    ['page.pdf', '<!DOCTYPE html><html><script>alert(1)</script></html>'],
    ['drawing.svg', '<svg xmlns="http://www.w3.org/2000/svg"><script>1</script></svg>'],
    ['tool.txt', "\x7fELF\x02\x01\x01"],
]);

test('a file above 10 MB is refused', function () {
    $entry = $this->entry(['title' => 'Boiler']);
    $this->postJson(
        "/api/entries/{$entry['id']}/attachments",
        ['file' => UploadedFile::fake()->create('big.pdf', 10_241)],
        ['Origin' => 'http://localhost'],
    )
        ->assertStatus(422)
        ->assertJsonPath('errors.file.0', 'A file has at most 10 MB.');
});

test('nobody reaches another’s files', function () {
    Storage::fake('local');
    $entry = $this->entry(['title' => 'Boiler']);
    $id = $this->postJson(
        "/api/entries/{$entry['id']}/attachments",
        ['file' => UploadedFile::fake()->createWithContent('a.txt', 'guarantee')],
        ['Origin' => 'http://localhost'],
    )->json('id');
    $other = app(App\Actions\Accounts\OpenAccount::class)->open([
        'name' => 'Other',
        'email' => 'other@example.test',
        'password' => 'glasshouse',
        'zone' => 'UTC',
    ]);
    $this->api('GET', "attachments/{$id}", as: $other)->assertNotFound();
    $this->api('DELETE', "attachments/{$id}", as: $other)->assertNotFound();
});

test('notes are shown as Markdown, and nothing in them runs', function (string $notes, string $contains, string $without) {
    expect(NotesAsHtml::of($notes))->toContain($contains)->not->toContain($without);
})->with([
    'bold, lists and lines' => ["**Guarantee** until\n2030\n\n- north\n- south", '<strong>Guarantee</strong>', '**'],
    'a link' => [
        '[guarantee](https://example.test/a)',
        '<a rel="noopener noreferrer" target="_blank" href="https://example.test/a">',
        'javascript',
    ],
    'a link that runs' => ['[press](javascript:alert(1))', '<a>press</a>', 'javascript'],
    'written HTML' => ['<script>alert(1)</script> and <b onclick="x">this</b>', '&lt;script&gt;', '<script'],
    'a picture that runs' => ['![x](javascript:alert(1))', '<img', 'javascript'],
    'an image with quotes' => ['![a" onerror="alert(1)](https://example.test/a.png)', '&quot;', '" onerror="alert'],
    'data as a link' => ['[x](data:text/html;base64,PHNjcmlwdD4=)', '<a>x</a>', 'data:'],
]);

test('an entry tells what was changed when, and an older state is put back', function () {
    $entry = $this->entry(['title' => 'Order fleece', 'start' => '2026-11-25', 'end' => '2026-11-25']);
    $this->at('2026-11-25T10:30:00+01:00');
    $this->api('PATCH', "entries/{$entry['id']}", ['title' => 'Order netting', 'estimate' => 30])->assertOk();
    $this->api('POST', "entries/{$entry['id']}/move", ['start' => '2026-11-27', 'all_day' => true, 'length' => 1])->assertOk();
    $steps = $this->api('GET', "entries/{$entry['id']}/history")->json('steps');
    expect(array_column($steps, 'label'))
        ->toBe(['Moved “Order netting”', 'Changed “Order fleece”', 'Added “Order fleece”'])
        ->and($steps[1]['at'])
        ->toBe('2026-11-25T10:30:00')
        ->and($steps[1]['changes'])
        ->toBe([
            ['what' => 'Title', 'before' => 'Order fleece', 'after' => 'Order netting'],
            ['what' => 'Estimate', 'before' => '', 'after' => '30 min'],
        ])
        ->and($steps[0]['changes'])
        ->toBe([['what' => 'Start', 'before' => '2026-11-25', 'after' => '2026-11-27']]);
    $version = $this->api('GET', "entries/{$entry['id']}")->json('version');
    expect(
        $this->api('POST', "entries/{$entry['id']}/history/{$steps[2]['id']}")
            ->assertOk()
            ->json(),
    )->toMatchArray(['title' => 'Order fleece', 'start' => '2026-11-25', 'estimate' => null, 'version' => $version + 1]);
    $this->api('POST', 'undo')->assertOk();
    expect($this->api('GET', "entries/{$entry['id']}")->json('title'))->toBe('Order netting');
    $this->api('POST', "entries/{$entry['id']}/history/999999")->assertNotFound();
});

test('putting back an older rhythm keeps what was done', function () {
    $vents = $this->ventCheck();
    $step = $this->api('GET', "entries/{$vents['id']}/history")->json('steps.0.id');
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-25T07:15:00/done")->assertNoContent();
    $this->api('PATCH', "entries/{$vents['id']}", [
        'start' => '2026-11-23T08:00:00',
        'end' => '2026-11-23T08:15:00',
        'scope' => 'whole',
    ])->assertOk();
    $this->api('POST', "entries/{$vents['id']}/history/{$step}")->assertOk();
    expect($this->shown('2026-11-25', 1))->toBe(['11-25T07:15 Vent check done']);
});

test('a routine tells what became of it', function () {
    $vents = $this->ventCheck(['start' => '2026-11-16T07:15:00', 'end' => '2026-11-16T07:30:00']);
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-23T07:15:00/done")->assertNoContent();
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-24T07:15:00/skipped")->assertNoContent();
    $past = $this->api('GET', "entries/{$vents['id']}/past")->json();
    expect([$past['done'], $past['missed'], $past['skipped']])
        ->toBe([1, 6, 1])
        ->and(
            array_map(
                fn (array $one): string => substr($one['start'], 5, 5).' '.$one['state'],
                array_slice($past['past'], 0, 3),
            ),
        )
        ->toBe(['11-25 missed', '11-24 skipped', '11-23 done']);
});

test('before a change of a routine it is told what that touches', function () {
    $vents = $this->ventCheck(['rule' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR;COUNT=10']);
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-23T07:15:00/done")->assertNoContent();
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-26T07:15:00/skipped")->assertNoContent();
    expect($this->api('GET', "entries/{$vents['id']}/reach?recurrence_id=2026-11-25T07:15:00")->json())->toBe([
        'onward' => ['from' => '2026-11-25T07:15:00', 'count' => 8, 'done' => 0, 'moved' => 0, 'edited' => 0, 'skipped' => 1],
        'whole' => ['from' => '2026-11-23T07:15:00', 'count' => 10, 'done' => 1, 'moved' => 0, 'edited' => 0, 'skipped' => 1],
    ]);
});

test('a hundred and more changes are taken back and done again', function () {
    $entry = $this->entry(['title' => 'Step 0']);
    for ($i = 1; $i <= 110; $i++) {
        $this->api('PATCH', "entries/{$entry['id']}", ['title' => "Step {$i}"])->assertOk();
    }
    for ($i = 109; $i >= 0; $i--) {
        $this->api('POST', 'undo')->assertOk();
    }
    expect($this->api('GET', "entries/{$entry['id']}")->json('title'))->toBe('Step 0');
    for ($i = 1; $i <= 110; $i++) {
        $this->api('POST', 'redo')->assertOk();
    }
    expect($this->api('GET', "entries/{$entry['id']}")->json('title'))->toBe('Step 110');
});

test('an entry keeps everything its sheet says', function () {
    $fields = [
        'place' => 'North door',
        'link' => 'https://example.test/door',
        'labels' => ['winter', 'north'],
        'tentative' => true,
        'private' => true,
        'protected' => true,
        'importance' => 'must',
        'effort' => 'demanding',
        'estimate' => 45,
        'travel' => 20,
        'margin' => 10,
        'colour' => 'violet',
    ];
    $entry = $this->entry([
        'title' => 'Door',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-25T09:00:00',
        'end' => '2026-11-25T10:00:00',
        ...$fields,
    ]);
    expect($entry)
        ->toMatchArray($fields)
        ->and($this->occurrences('from=2026-11-25&days=1')[0])
        ->toMatchArray(array_diff_key($fields, ['link' => true]));
    $this->api('PATCH', "entries/{$entry['id']}", ['labels' => array_fill(0, 13, 'x')])->assertStatus(422);
    $this->api('PATCH', "entries/{$entry['id']}", ['colour' => 'plaid'])->assertStatus(422);
    $this->api('PATCH', "entries/{$entry['id']}", ['margin' => 1441])
        ->assertStatus(422)
        ->assertJsonPath('errors.margin.0', 'A margin lasts up to 24 hours.');
    $this->api('PATCH', "entries/{$entry['id']}", ['busy' => false])->assertJsonPath('tentative', false);
});

test('the files of an account have a bound, which is shown, and one that finds no room leaves nothing behind', function () {
    config(['files.quota_megabytes' => 1]);
    \Illuminate\Support\Facades\Storage::fake('local');
    $entry = $this->ventCheck();
    $this->actingAs($this->user);
    $send = fn (int $kilobytes) => $this->post(
        "/api/entries/{$entry['id']}/attachments",
        [
            'file' => \Illuminate\Http\UploadedFile::fake()->createWithContent(
                'list.txt',
                str_repeat('three panes ', (int) (($kilobytes * 1000) / 12)),
            ),
        ],
        ['Accept' => 'application/json'],
    );
    $send(600)->assertCreated();
    $send(600)
        ->assertStatus(422)
        ->assertJsonPath('errors.file.0', 'Your files take 0.6 of 1.0 MB; there is no room for this one. Remove some first.');
    expect($this->api('GET', 'session')->json('account.files'))
        ->toBe(['used' => 600000, 'most' => 1000000])
        ->and(\Illuminate\Support\Facades\Storage::disk('local')->allFiles())
        ->toHaveCount(1);
});

test('an answer to a change says which revision it made and what it made stale, also when it is given again', function () {
    $id = $this->ventCheck()['id'];
    $ticked = fn () => $this->api(
        'PUT',
        "entries/{$id}/occurrences/2026-11-25T07:15:00/done",
        [],
        ['Idempotency-Key' => 'tick-1'],
    )->assertNoContent();
    $first = $ticked();
    $revision = $this->api('GET', 'revision')->json('revision');
    expect([$first->headers->get('X-Revision'), $first->headers->get('X-Stale')])->toBe([
        (string) $revision,
        'board,month,year,ruler,routines,templates,weeks,rounds,tally,search,entries,days,closings,done,basket,reminders',
    ]);
    // Given again it touches nothing, and what is stale is not known: the page then asks for everything.
    expect([$ticked()->headers->get('X-Revision'), $ticked()->headers->get('X-Stale')])
        ->toBe([(string) $revision, null])
        ->and($this->api('GET', 'revision')->headers->get('X-Revision'))
        ->toBeNull();
});
