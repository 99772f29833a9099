<?php

declare(strict_types=1);

use App\Accounts\DevicePasswords;
use App\Actions\Accounts\OpenAccount;
use App\Actions\Archives\RestoreArchive;
use App\Actions\Archives\WriteArchive;
use App\Models\Calendar;
use App\Models\Delivery;
use App\Models\Entry;
use App\Models\User;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;
use Tests\EveryView;

/**
 * A row that could never have been written stands in the database, as a fault of an earlier version or of a disk may leave one.
 * It harms one entry of one account.
 */
beforeEach(function () {
    Storage::fake('local');
    $this->check = $this->ventCheck(['reminders' => ['-PT5M']]);
    $this->pane = $this->entry(['title' => 'Re-putty the pane', 'start' => '2026-11-25', 'estimate' => 30]);
    $this->loose = $this->entry(['title' => 'Loose', 'start' => null, 'due' => '2026-11-27']);
    $this->api(
        'PATCH',
        "entries/{$this->check['id']}",
        ['title' => 'Vents', 'scope' => 'one', 'recurrence_id' => '2026-11-26T07:15:00'],
    );
    $this->api('PUT', "entries/{$this->check['id']}/occurrences/2026-11-24T07:15:00/done");
    $this->first = $this->user;
    $this->other = app(OpenAccount::class)->open(
        ['name' => 'Ines', 'email' => 'ines@example.test', 'password' => 'glasshouse', 'zone' => 'UTC'],
    );
    $calendar = $this->api('GET', 'areas', as: $this->other)->json('areas.0.calendars.0.id');
    $this->theirs = $this->api('POST', 'entries', [
        'title' => 'Watering', 'calendar_id' => $calendar, 'all_day' => false, 'start' => '2026-11-25T12:00:00', 'end' => '2026-11-25T12:30:00', 'reminders' => ['-PT5M'],
    ], as: $this->other)->assertCreated()->json();
});

/** @param  array<string, mixed>  $columns */
function plant(string $table, string $where, array $columns): void
{
    $set = implode(', ', array_map(fn (string $name): string => "{$name} = ?", array_keys($columns)));
    DB::connection()->getPdo()->prepare("update {$table} set {$set} where {$where}")->execute(array_values($columns));
}

test('an odd row leaves every view of its account and of others, and everybody’s reminders', function (string $table, string $where, array $columns) {
    plant($table, $where, $columns);
    User::query()->toBase()->update(['planned_until' => 0]);
    Delivery::query()->delete();
    foreach ([$this->first, $this->other] as $user) {
        expect(EveryView::faults(fn (string $path) => $this->api('GET', $path, as: $user)))->toBe([]);
    }
    // What is well of the account is still shown, and what is not is named.
    $board = $this->api('GET', 'board?from=2026-11-23&days=7', as: $this->first);
    $shown = array_column($board->json('entries'), 'title');
    expect(
        count(array_intersect($shown, ['Vent check', 'Re-putty the pane'])) + count($board->json('unreadable')),
    )->toBeGreaterThan(1);
    // Changes go on, of both.
    $this->api(
        'PATCH',
        "entries/{$this->loose['id']}",
        ['title' => 'Loose still', 'version' => $this->loose['version']],
        as: $this->first,
    )->assertOk();
    expect(Artisan::call('reminders:work', ['--once' => true]))->toBe(0);
    $this->at('2026-11-25T12:56:00+01:00');
    expect(Artisan::call('reminders:work', ['--once' => true]))
        ->toBe(0)
        ->and(Delivery::query()->where('user_id', $this->other->id)->whereNotNull('handed_at')->count())
        ->toBe(1);
    // Programs on phones, archives and the daily run.
    [, $password] = app(DevicePasswords::class)->make($this->first->refresh(), 'Phone');
    $calendar = Calendar::query()->where('user_id', $this->first->id)->value('id');
    $this->app['auth']->forgetGuards();
    $report = $this->call('REPORT', "/dav/{$this->first->id}/calendars/{$calendar}/", [], [], [], [
        'HTTP_AUTHORIZATION' => 'Basic '.base64_encode("{$this->first->email}:{$password}"),
        'HTTP_DEPTH' => '1',
    ], '<c:calendar-query xmlns:d="DAV:" xmlns:c="urn:ietf:params:xml:ns:caldav"><d:prop><c:calendar-data/></d:prop><c:filter><c:comp-filter name="VCALENDAR"/></c:filter></c:calendar-query>');
    expect($report->getStatusCode())->toBe(207);
    $this->api('POST', 'archives', as: $this->first)->assertStatus(202);
    expect(collect($this->api('GET', 'archives', as: $this->first)->json('archives'))->first()['state'])->toBe('good');
    expect(Artisan::call('backup:accounts'))->toBe(0);
})->with([
    'a day off' => ['entries', "title = 'Vent check'", ['off_day' => '0']],
    'hours of its own' => ['entries', "title = 'Re-putty the pane'", ['own_hours' => '0']],
    'pauses' => ['entries', "title = 'Vent check'", ['pauses' => '-1']],
    'seasons' => ['entries', "title = 'Vent check'", ['seasons' => '[{"from":"x"}]']],
    'single dates' => ['entries', "title = 'Vent check'", ['extra_dates' => '[5]']],
    'a start' => ['entries', "title = 'Vent check'", ['start' => 'soon']],
    'a zone' => ['entries', "title = 'Vent check'", ['zone' => 'Nowhere']],
    'a rule' => ['entries', "title = 'Vent check'", ['rule' => 'FREQ=NEVER']],
    'a length' => ['entries', "title = 'Vent check'", ['length' => -1]],
    'reminders' => ['entries', "title = 'Vent check'", ['reminders' => '["soon"]']],
    'reminders that are none' => ['entries', "title = 'Vent check'", ['reminders' => '7']],
    'steps without words' => ['entries', "title = 'Re-putty the pane'", ['checklist' => '[{"text":1}]']],
    'labels' => ['entries', "title = 'Re-putty the pane'", ['labels' => '{"a":[1]}']],
    'a deadline' => ['entries', "title = 'Loose'", ['due' => 'soon']],
    'a deadline of a routine' => ['entries', "title = 'Vent check'", ['due' => 'soon']],
    'what is missed' => ['entries', "title = 'Vent check'", ['missed' => 'x']],
    'importance' => ['entries', "title = 'Re-putty the pane'", ['importance' => 'x']],
    'a lead' => [
        'entries',
        "title = 'Re-putty the pane'",
        ['lead_count' => 5, 'lead_unit' => 'moons', 'leads_to' => '01aaaaaaaaaaaaaaaaaaaaaaaa'],
    ],
    'a week' => ['entries', "title = 'Loose'", ['around' => 'x']],
    'what one has of its own' => ['overrides', "fields like '%Vents%'", ['fields' => '{"labels":5,"title":[1]}']],
    'what one has of its own, and is none' => ['overrides', "fields like '%Vents%'", ['fields' => '3']],
    'a recurrence id' => ['overrides', "fields like '%Vents%'", ['recurrence_id' => 'soon']],
    'where one stands' => [
        'overrides',
        "fields like '%Vents%'",
        ['start' => 'soon', 'moved_from' => '2026-11-20', 'moved_to' => '2026-11-30'],
    ],
    'a colour of a calendar' => ['calendars', '1', ['reminders' => '5']],
]);

test('an entry of a time when more labels could be put on it keeps as many as there is room for, here and in an archive', function () {
    $labels = array_map(fn (int $i): string => "label {$i}", range(1, 15));
    planted(fn () => DB::table('entries')->where('title', 'Loose')->update(['labels' => json_encode($labels)]));
    $kept = array_slice($labels, 0, 12);
    expect(Entry::query()->where('title', 'Loose')->sole()->labels)->toBe($kept);
    $archive = app(WriteArchive::class)->ask($this->first, 'own');
    app(WriteArchive::class)->write($archive);
    expect(app(RestoreArchive::class)->restore($archive->refresh()))->toBeTrue();
    expect($archive->refresh()->trouble)
        ->toContain('“Loose” (entries): Labels: the first 12 were taken')
        ->and(json_decode((string) DB::table('entries')->where('title', 'Loose')->value('labels'), true))
        ->toBe($kept);
});
