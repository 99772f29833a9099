<?php

declare(strict_types=1);

use App\Journal\Journal;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Fields\Colour;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Fields\Tables\Tables;
use PlumRota\Core\Schedule\Details;
use Symfony\Component\Yaml\Yaml;

/** @return array<string, Closure> ways to write an override that no step knows of */
function waysAround(): array
{
    $row = fn (Entry $entry): array => [
        'entry_id' => $entry->id,
        'user_id' => $entry->user_id,
        'recurrence_id' => '2026-11-25T07:15:00',
        'fields' => '{}',
    ];

    return [
        'a model' => fn (Entry $entry) => (new OccurrenceOverride([...$row($entry), 'fields' => []]))->save(),
        'a relation' => fn (Entry $entry) => $entry->overrides()->create([...$row($entry), 'fields' => []]),
        'a builder that updates' => fn (Entry $entry) => OccurrenceOverride::query()->where('entry_id', $entry->id)->update(['skipped' => true]),
        'a builder that inserts' => fn (Entry $entry) => OccurrenceOverride::query()->insert($row($entry)),
        'a builder that deletes' => fn (Entry $entry) => $entry->overrides()->delete(),
        'the database' => fn (Entry $entry) => DB::table('overrides')->where('entry_id', $entry->id)->update(['skipped' => 1]),
        'a statement' => fn (Entry $entry) => DB::statement(
            'insert or replace into "overrides" (entry_id, user_id, recurrence_id, fields) values (?, ?, ?, ?)',
            array_values($row($entry)),
        ),
        'a statement with a name for rows' => fn (Entry $entry) => DB::statement(
            "with one as (select 1) update overrides set skipped = 1 where entry_id = '{$entry->id}'",
        ),
        'quietly' => fn (Entry $entry) => (new OccurrenceOverride([...$row($entry), 'fields' => []]))->saveQuietly(),
        'without events' => fn (Entry $entry) => OccurrenceOverride::withoutEvents(
            fn () => $entry->overrides()->create([...$row($entry), 'fields' => []]),
        ),
        'counting up' => fn (Entry $entry) => $entry->overrides()->firstOrFail()->increment('put_off'),
        'upsert' => fn (Entry $entry) => OccurrenceOverride::query()->upsert([$row($entry)], ['entry_id', 'recurrence_id']),
    ];
}

test('no way of writing a recorded row passes beside a step', function (string $way) {
    $check = $this->ventCheck();
    $this->api('PUT', "entries/{$check['id']}/occurrences/2026-11-24T07:15:00/done");
    $entry = Entry::query()->findOrFail($check['id']);
    $before = DB::table('overrides')->get()->toJson();
    expect(fn () => waysAround()[$way]($entry))->toThrow(LogicException::class, 'only through the write path');
    expect(DB::table('overrides')->get()->toJson())->toBe($before);
})->with(array_keys(waysAround()));

test('within a step a row is noted however its model is saved, and what cannot be noted is refused', function (string $way) {
    $check = $this->ventCheck();
    $this->api('PUT', "entries/{$check['id']}/occurrences/2026-11-24T07:15:00/done");
    $entry = Entry::query()->findOrFail($check['id']);
    $before = DB::table('overrides')->orderBy('id')->get()->toJson();
    try {
        app(WritePath::class)->run($this->user, 'By the way', fn () => waysAround()[$way]($entry));
    } catch (LogicException) {
        expect(DB::table('overrides')->orderBy('id')->get()->toJson())->toBe($before);

        return;
    }
    expect(DB::table('overrides')->count())->toBe(2);
    $this->api('POST', 'undo')->assertOk();
    expect(DB::table('overrides')->orderBy('id')->get()->toJson())->toBe($before);
})->with(array_keys(waysAround()));

test('settings are recorded, and what nobody takes back is written all the same', function () {
    expect(fn () => DB::table('users')->update(['zone' => 'UTC']))
        ->toThrow(LogicException::class)
        ->and(fn () => DB::table('users')->update(['zone' => 'UTC', 'revision' => 1]))
        ->toThrow(LogicException::class)
        ->and(fn () => DB::table('users')->delete())
        ->toThrow(LogicException::class)
        ->and(DB::table('users')->update(['revision' => 7, 'planned_until' => 0]))
        ->toBe(1);
});

test('every column of what an account keeps is a field, or says what it is', function () {
    foreach ([
        'users' => [
            'password',
            'remember_token',
            'email',
            'planned_until',
            'revision',
            'leaves_at',
            'held_until',
            'revision_line',
        ],
        ...Tables::DERIVED,
    ] as $table => $others) {
        Tables::of($table);
        expect(
            array_values(
                array_diff(
                    DB::getSchemaBuilder()->getColumnListing($table),
                    array_keys(Tables::of($table)),
                    Tables::OF_EVERY_ROW,
                    $others,
                ),
            ),
        )->toBe([], $table);
    }
    foreach (Tables::all() as $table => $fields) {
        $columns = DB::getSchemaBuilder()->getColumnListing($table);
        expect(array_values(array_diff($columns, array_keys($fields), Tables::OF_EVERY_ROW, Tables::DERIVED[$table] ?? [])))
            ->toBe([], $table)
            ->and(array_values(array_diff(array_keys($fields), $columns)))
            ->toBe([], $table);
    }
    expect(array_diff(Journal::tables(), ['users', ...array_keys(Tables::all())]))->toBe([]);
    // What one occurrence may have of its own are fields of its entry.
    expect(array_diff(Details::OWN, array_keys(EntryFields::all())))->toBe([]);
});

test('each default of the database is that of its field', function () {
    foreach (Tables::all() as $table => $fields) {
        foreach (DB::select("pragma table_info({$table})") as $column) {
            $field = $fields[$column->name] ?? null;
            if ($field === null || $column->dflt_value === null) {
                continue;
            }
            $value = trim($column->dflt_value, "'\"");
            $value = $field->isJson() ? json_decode($value, true) : ($field->isFlag() ? $value === '1' : (is_numeric($value) ? (int) $value : $value));
            expect($value)->toBe($field->default, "{$table}.{$column->name}");
        }
    }
});

test('the contract has the limits of the fields', function () {
    $schemas = Symfony\Component\Yaml\Yaml::parseFile(base_path('api/openapi.yaml'))['components']['schemas'];
    $said = $schemas['EntryInput']['allOf'][1]['properties'];
    foreach (EntryFields::sent() as $name => $field) {
        $schema = $said[$name] ?? null;
        if ($schema === null || isset($schema['$ref']) || isset($schema['oneOf'])) {
            continue;
        }
        $type = $field->inner();
        $limits = match (true) {
            $type instanceof PlumRota\Core\Fields\Types\Text => ['maxLength' => $type->most],
            $type instanceof PlumRota\Core\Fields\Types\Whole => ['minimum' => $type->least, 'maximum' => $type->most],
            $type instanceof PlumRota\Core\Fields\Types\Listed => ['maxItems' => $type->most],
            default => [],
        };
        expect(array_intersect_key($schema, $limits))->toEqual($limits, $name);
    }
});

test('the history of an entry says in words whatever of it was changed', function (string $field, mixed $value, string $before, string $after) {
    $pane = $this->entry(['title' => 'Pane', 'start' => '2026-11-25']);
    $check = $this->ventCheck(in_array($field, ['aim', 'pauses', 'seasons', 'off_day'], true) ? [] : ['rule' => null]);
    $value = $value === 'the pane' ? $pane['id'] : $value;
    $this->api('PATCH', "entries/{$check['id']}", [$field => $value])->assertOk();
    $changes = $this->api('GET', "entries/{$check['id']}/history")->json('steps.0.changes');
    $called = ucfirst(EntryFields::all()[$field]->called);
    expect(collect($changes)->firstWhere('what', $called))->toBe(['what' => $called, 'before' => $before, 'after' => $after]);
})->with([
    ['aim', 3, '', '3'],
    ['measure', 'km', '', 'km'],
    ['own_hours', [['days' => [1, 2], 'from' => 540, 'to' => 600]], '', '09:00 to 10:00'],
    ['not_before', '2026-12-01', '', '2026-12-01'],
    ['around', '2027-W14', '', '2027-W14'],
    ['waiting_for', 'the carpenter', '', 'the carpenter'],
    ['ask_again', '2026-12-01', '', '2026-12-01'],
    ['after_id', 'the pane', '', '“Pane”'],
    ['shortest_piece', 30, '', '30 min'],
    ['opens_round', 'week', '', 'week'],
    ['overlaps', true, 'no', 'yes'],
    ['always_through', true, 'no', 'yes'],
    ['travel_back', 20, '0 min', '20 min'],
]);

test('every field that is sent is called something', function () {
    expect(array_keys(array_filter(EntryFields::sent(), fn (Field $field): bool => $field->called === '')))->toBe([]);
});

test('what follows from rows is made anew where it is another, and it is said', function () {
    $check = $this->ventCheck();
    $this->api('PUT', "entries/{$check['id']}/occurrences/2026-11-24T07:15:00/done");
    $this->at('2026-12-02T10:00:00+01:00');
    $this->api('GET', 'tally/2026-11-23/7')->assertOk();
    expect(Artisan::call('data:rebuild'))->toBe(0)->and(Artisan::output())->toContain('as it should be');
    foreach ([
        'delete from searched where rowid in (select rowid from searched_rows where override_id = 0)',
        "update object_revisions set name = 'other.ics'",
        "update entries set first_day = '2030-01-01'",
        "update tally_weeks set lines = replace(lines, '\"late\"', '\"kept\"'), sums = '[]'",
    ] as $sql) {
        DB::connection()->getPdo()->exec($sql);
        Artisan::call('data:rebuild');
        expect(Artisan::output())->toContain('made anew');
        Artisan::call('data:rebuild');
        expect(Artisan::output())->toContain('as it should be');
    }
    expect($this->api('GET', 'search?q=vent')->json('found'))->toHaveCount(1);
});

test('a lead-up long before its date is forgotten in the weeks where it stands', function () {
    $fair = $this->entry(['title' => 'Fair', 'kind' => 'event', 'start' => '2026-10-01', 'rule' => 'FREQ=YEARLY', 'lead_ups' => [
        [
            'id' => null,
            'title' => 'Book the hall',
            'count' => 300,
            'unit' => 'days',
            'estimate' => 60,
            'place' => 'day',
            'is_due' => false,
            'waits' => false,
        ],
    ]]);
    $hall = Entry::query()->where('title', 'Book the hall')->firstOrFail();
    // Of next year's fair: 1 October 2027 less 300 days is 5 December 2026.
    $this->at('2026-12-20T10:00:00+01:00');
    $done = fn (): int => collect($this->api('GET', 'tally/2026-11-30/7')->json('groups'))->sum('done');
    $before = $this->api('GET', 'tally/2026-11-30/7')->json();
    $this->api('PUT', "entries/{$hall->id}/occurrences/2027-10-01/done")->assertNoContent();
    expect($this->api('GET', 'tally/2026-11-30/7')->json())->not->toBe($before);
});

test('the colours of the page, of the contract and of a refusal are those that there are', function () {
    preg_match_all("/^    '(\w+)',$/m", (string) file_get_contents(resource_path('js/shared/colours.ts')), $page);
    $contract = Yaml::parseFile(base_path('api/openapi.yaml'))['components']['schemas']['Colour']['enum'];
    expect($page[1])->toBe(Colour::ALL)->and($contract)->toEqualCanonicalizing(Colour::ALL);
    foreach (Colour::ALL as $colour) {
        expect(Colour::UNKNOWN)->toContain($colour);
    }
});

test('no request has a limit of its own for what a field limits', function () {
    // Ids, moments and what is no field of a row (how far, how many at once) may be limited where they are asked.
    $names = ['title', 'name', 'label', 'labels', 'notes', 'place', 'link', 'words', 'estimate', 'question', 'answers', 'amount', 'tasks', 'steps', 'parts', 'length', 'count', 'choice', 'aim', 'measure'];
    $own = [];
    foreach (glob(app_path('Http/{Requests,Controllers}/*.php'), GLOB_BRACE) ?: [] as $file) {
        foreach (file($file) ?: [] as $line => $text) {
            $isOfField = preg_match("/'(?:[\\w.*]+\\.)?(\\w+)(?:\\.\\*)*' => \\[.*'(?:max|between):\\d/", $text, $found) === 1 && in_array($found[1], $names, true) && ! str_contains($text, "'max:26'");
            if ($isOfField && basename($file) !== 'TallyController.php') { // the heading of a picture
                $own[] = basename($file).':'.($line + 1).' '.trim($text);
            }
        }
    }
    expect($own)->toBe([]);
});
