<?php

declare(strict_types=1);

use App\Models\Delivery;
use App\Models\Entry;
use App\Queries\Planning\Holidays;
use App\Queries\Reminding\ReminderNote;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

$monthFirst = ['date_order' => 'month', 'clock' => '12', 'decimal_mark' => 'comma', 'week_numbers' => 'january'];

test('how dates and numbers are written is kept, apart from whose holidays are', function () use ($monthFirst) {
    $this->api('PATCH', 'account', $monthFirst)->assertOk();
    expect($this->user->refresh()->only([...array_keys($monthFirst), 'holidays']))->toBe([...$monthFirst, 'holidays' => null]);
    $this->api('POST', 'undo')->assertOk();
    expect($this->user->refresh()->date_order)->toBe('day');
});

test('what is no way of writing is refused', function (array $setting) {
    $this->api('PATCH', 'account', $setting)->assertUnprocessable();
})->with([
    [['date_order' => 'dmy']],
    [['decimal_mark' => ',']],
    [['week_numbers' => 'us']],
    [['holidays' => 'DE,XX']],
    [['holidays' => 'DE,,FR']],
    [['holidays' => implode(',', array_fill(0, 30, 'DE'))]],
]);

test('the line reads a date in figures in the order of the region', function () use ($monthFirst) {
    $start = fn (): ?string => $this->api('POST', 'capture/reading', ['line' => 'ring the clinic 3/4/2027'])->assertOk()->json('start');
    expect($start())->toBe('2027-04-03');
    $this->api('PATCH', 'account', ['holidays' => 'US'])->assertOk();
    expect($start())->toBe('2027-04-03'); // whose holidays are kept says nothing of it
    $this->api('PATCH', 'account', $monthFirst)->assertOk();
    expect($start())->toBe('2027-03-04');
});

test('sentences of rhythms, mails and tables are written as the region has it', function () use ($monthFirst) {
    $this->api('PATCH', 'account', $monthFirst)->assertOk();
    $entry = $this->ventCheck(['rule' => 'FREQ=WEEKLY;BYDAY=MO;UNTIL=20261228']);
    expect($entry['in_words'])->toBe('every Monday until December 28, 2026')
        ->and($this->api('GET', "entries/{$entry['id']}")->json('in_words'))->toBe($entry['in_words'])
        ->and($this->api('GET', 'routines')->json('routines.0.in_words'))->toBe($entry['in_words'])
        ->and($this->api('POST', 'rhythm/preview', [
            'start' => '2026-11-23T07:15:00', 'end' => '2026-11-23T07:30:00', 'all_day' => false, 'rule' => 'FREQ=YEARLY',
        ])->json('sentence'))->toBe('every year on November 23');
    $reminder = new Delivery(['kind' => 'entry', 'recurrence_id' => '2026-11-30T07:15:00', 'all_day' => false]);
    $reminder->setRelation('entry', Entry::query()->findOrFail($entry['id']));
    $reminder->starts_at = Zone::of('Europe/Berlin')->instant(LocalDateTime::parse('2026-11-30T07:15'));
    $agenda = new Delivery(['kind' => 'agenda', 'recurrence_id' => '2026-11-30']);
    $notes = app(ReminderNote::class);
    $reminder->id = $agenda->id = 1;
    expect(implode(' ', $notes->of($this->user->refresh(), [$reminder])->lines))->toContain('Mon, Nov 30, 7:15 am')
        ->and($notes->of($this->user, [$agenda])->title)->toBe('Mon, Nov 30');
    $table = $this->api('GET', 'table-file?entry_id='.$entry['id'])->assertOk()->streamedContent();
    expect($table)->toContain('Vent check;task;Household;Household;2026-11-23 07:15:00;2026-11-23 07:30:00;every Monday until December 28, 2026;');
});

test('holidays of several countries and of a part of one stand together', function () {
    $both = app(Holidays::class)->of('DE-BY,FR');
    expect($both)
        ->toHaveKey('2026-11-01') // All Saints' Day, in Bavaria and in France
        ->toHaveKey('2026-07-14') // in France
        ->toHaveKey('2026-10-03') // in Germany
        ->and(app(Holidays::class)->of('DE'))->not->toHaveKey('2026-11-01')
        ->and(array_keys($both))->toBe(collect(array_keys($both))->sort()->values()->all());
    expect(substr_count($both['2026-12-25'], 'Christmas Day'))->toBe(1);
    $this->api('PATCH', 'account', ['holidays' => 'DE-BY,FR'])->assertOk();
    $days = $this->api('GET', 'board?from=2027-01-04&days=7')->json('days');
    expect($days[2]['holiday'])->toBe('Epiphany'); // 6 January, in Bavaria alone
});

test('the holidays of every place that can be chosen are there', function () {
    $holidays = app(Holidays::class);
    foreach (array_keys($holidays->countries()) as $code) {
        expect($holidays->of($code))->not->toBe([], $code);
    }
});
