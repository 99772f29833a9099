<?php

declare(strict_types=1);

use App\Actions\Reminders\DispatchReminders;
use App\Models\Delivery;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Mail;
use Symfony\Component\Mailer\Exception\TransportException;
use Symfony\Component\Mailer\SentMessage;
use Symfony\Component\Mailer\Transport\AbstractTransport;
use Tests\Models\NaiveReminders;

beforeEach(function () {
    $this->pass = fn (): int => app(DispatchReminders::class)->pass();
    /** @return list<string> what waits, the title alone */
    $this->waiting = fn (): array => array_column($this->api('GET', 'reminders')->json('waiting'), 'title');
});

/** Another seed by REMINDERS_SEED. */
test('any sequence of edits, hours and worker passes hands over exactly what a naive model names', function (int $seed) {
    mt_srand($seed + (int) (getenv('REMINDERS_SEED') ?: 0));
    $now = CarbonImmutable::parse('2026-11-25T10:20:00+01:00')->getTimestamp();
    $model = new NaiveReminders($now);
    $log = [];
    $pick = fn (array $some) => $some[mt_rand(0, count($some) - 1)];
    $time = fn (int $within): string => NaiveReminders::wall('@'.($now + 60 * mt_rand(-60, $within)))
        ->setTimezone(new DateTimeZone('Europe/Berlin'))
        ->format('Y-m-d\TH:i:00');
    for ($step = 0; $step < 45; $step++) {
        $id = $model->entries === [] ? null : $pick(array_keys($model->entries));
        $do =
            $id === null
                ? 'add'
                : $pick([
                    'add',
                    'wait',
                    'wait',
                    'wait',
                    'wait',
                    'pass',
                    'pass',
                    'pass',
                    'move',
                    'tick',
                    'untick',
                    'remind',
                    'delete',
                    'undo',
                    'quiet',
                    'weekday',
                ]);
        $log[] = "{$do} at ".gmdate('d H:i:s', $now);
        switch ($do) {
            case 'add':
                $kind = $pick(['timed', 'all-day', 'daily', 'basket']);
                $start = $time(3000);
                $one = [
                    'start' => $kind === 'basket' ? null : ($kind === 'all-day' ? substr($start, 0, 10) : $start),
                    'all_day' => in_array($kind, ['all-day', 'basket'], true),
                    'daily' => $kind === 'daily',
                    'due' => $kind === 'basket' ? $start : null,
                    'reminders' => $kind === 'basket'
                            ? ['-PT60M@due']
                            : ($kind === 'all-day'
                                ? ['-P1D@18:00', '-P0D@07:00']
                                : $pick([['-PT10M'], ['-PT10M', '-PT180M'], ['-P1D@18:00', '-PT0M']])),
                    'closed' => [],
                    'moved' => [],
                ];
                $made = $this->entry([
                    'title' => "Thing {$step}",
                    'all_day' => $one['all_day'],
                    'start' => $one['start'],
                    'end' => $one['start'],
                    'due' => $one['due'],
                    'rule' => $one['daily'] ? 'FREQ=DAILY' : null,
                    'reminders' => $one['reminders'],
                ]);
                $before = $model->entries;
                $model->entries[$made['id']] = $one;
                break;
            case 'wait':
                $now += $pick([30, 600, 3000, 3600 * 5, 86400, 86400 * 3]);
                $this->at('@'.$now);
                $model->advance($now);

                continue 2;
            case 'pass':
                $this->at('@'.++$now);
                $model->advance($now);
                ($this->pass)();
                $handed = Delivery::query()->where('handed_at', $now)->whereNull('answered_at')->pluck('fell_at', 'key')->all();
                ksort($handed);
                expect($handed)->toBe($model->pass(), "seed {$seed}: ".implode(', ', $log));

                continue 2;
            case 'move':
                $one = $model->entries[$id];
                if ($one['daily'] || $one['start'] === null || $one['all_day']) {
                    continue 2;
                }
                $start = $time(3000);
                $this->api('POST', "entries/{$id}/move", ['start' => $start, 'all_day' => false, 'length' => 30])->assertOk();
                $before = $model->entries;
                $model->entries[$id]['start'] = $start;
                break;
            case 'tick':
            case 'untick':
                $one = $model->entries[$id];
                $recurrence = $one['daily']
                    ? NaiveReminders::wall($one['start'])
                        ->modify('+'.mt_rand(0, 3).' day')
                        ->format('Y-m-d\TH:i:s')
                    : 'once';
                $isClosed = in_array($recurrence, $one['closed'], true);
                if ($isClosed === ($do === 'tick')) {
                    continue 2;
                }
                $this->api($do === 'tick' ? 'PUT' : 'DELETE', "entries/{$id}/occurrences/{$recurrence}/done")->assertNoContent();
                $before = $model->entries;
                $model->entries[$id]['closed'] =
                    $do === 'tick' ? [...$one['closed'], $recurrence] : array_values(array_diff($one['closed'], [$recurrence]));
                break;
            case 'remind':
                $one = $model->entries[$id];
                if ($one['all_day']) {
                    continue 2;
                }
                $reminders = $pick([['-PT10M'], ['-PT30M'], ['-PT10M', '-PT30M'], []]);
                if ($reminders === $one['reminders']) {
                    continue 2;
                }
                $this->api('PATCH', "entries/{$id}", ['reminders' => $reminders])->assertOk();
                $before = $model->entries;
                $model->entries[$id]['reminders'] = $reminders;
                break;
            case 'delete':
                $this->api('DELETE', "entries/{$id}", ['scope' => 'whole'])->assertNoContent();
                $before = $model->entries;
                unset($model->entries[$id]);
                break;
            case 'undo':
                if (! isset($before)) {
                    continue 2;
                }
                $this->api('POST', 'undo')->assertOk();
                $model->entries = $before;
                unset($before);
                break;
            case 'quiet':
                $quiet = $pick([[0, 0], [1320, 420], [600, 900]]);
                $this->api('PATCH', 'account', ['quiet_from' => $quiet[0], 'quiet_to' => $quiet[1]])->assertOk();
                $model->quiet = $quiet;
                unset($before);
                break;
            case 'weekday':
                $this->api('PATCH', 'account', ['first_weekday' => mt_rand(1, 7)])->assertOk();
                unset($before);
                break;
        }
        $model->changed();
    }
})->with(range(1, 14));

test('a clock that was a month ahead silences nothing once it is set right', function () {
    $this->ventCheck(['reminders' => ['-PT10M']]);
    ($this->pass)();
    $this->at('2026-12-26T09:00:00+01:00'); // wrong
    expect(($this->pass)())->toBeGreaterThan(8); // what it takes for missed
    $this->api('GET', 'reminders')->assertOk();
    foreach (Delivery::query()->whereNotNull('handed_at')->get() as $one) {
        $this->api('POST', "reminders/{$one->id}/dismiss");
    }
    $this->at('2026-11-25T10:30:00+01:00'); // set right
    expect(($this->pass)())->toBe(0)->and(($this->waiting)())->toBe([]);
    $came = [];
    for ($day = 26; $day <= 57; $day++) {
        $this->at(
            CarbonImmutable::parse('2026-11-01T07:05:00+01:00')
                ->addDays($day - 1)
                ->toIso8601String(),
        );
        if (($this->pass)() > 0) {
            $came[] = now()->setTimezone('Europe/Berlin')->format('D j');
        }
        expect(($this->pass)())->toBe(0);
    }
    expect($came)->toBe([
        'Thu 26',
        'Fri 27',
        'Mon 30',
        'Tue 1',
        'Wed 2',
        'Thu 3',
        'Fri 4',
        'Mon 7',
        'Tue 8',
        'Wed 9',
        'Thu 10',
        'Fri 11',
        'Mon 14',
        'Tue 15',
        'Wed 16',
        'Thu 17',
        'Fri 18',
        'Mon 21',
        'Tue 22',
        'Wed 23',
        'Thu 24',
        'Fri 25',
    ]);
});

test('a clock that was years behind for a while repeats nothing and makes nothing up', function () {
    $this->ventCheck(['reminders' => ['-PT10M']]);
    ($this->pass)();
    $this->at('2026-11-26T07:05:00+01:00');
    expect(($this->pass)())->toBe(1);
    // Made after it had begun: its reminder was never to come.
    $this->entry([
        'title' => 'Begun',
        'all_day' => false,
        'start' => '2026-11-26T07:00:00',
        'end' => '2026-11-26T09:00:00',
        'reminders' => ['-PT5M'],
    ]);
    $this->at('1970-01-01T00:10:00+01:00');
    expect(($this->pass)())->toBe(0);
    $this->at('2026-11-26T07:10:00+01:00');
    expect(($this->pass)())->toBe(0);
    $this->at('2026-11-27T07:05:00+01:00');
    expect(($this->pass)())->toBe(1);
});

test('a task sent to a day’s list is not reminded of near midnight, and its hour is not told', function () {
    $this->api('PATCH', "calendars/{$this->calendar()->id}", ['reminders_all_day' => ['-P0D@08:00']])->assertOk();
    $vents = $this->ventCheck(['reminders' => ['-PT15M']]);
    $once = $this->entry([
        'title' => 'Pane',
        'all_day' => false,
        'start' => '2026-11-26T15:00:00',
        'end' => '2026-11-26T15:30:00',
        'reminders' => ['-PT15M;mail'],
    ]);
    $this->api('PUT', "entries/{$vents['id']}/occurrences/2026-11-26T07:15:00/day", ['day' => '2026-11-28'])->assertNoContent();
    $this->api('PUT', "entries/{$once['id']}/occurrences/once/day", ['day' => '2026-11-28'])->assertNoContent();
    $this->at('2026-11-27T23:50:00+01:00');
    ($this->pass)();
    expect(($this->waiting)())->toBe(['Vent check']); // Friday's own
    $this->at('2026-11-28T08:00:00+01:00');
    ($this->pass)();
    $shown = $this->api('GET', 'reminders')->json('waiting');
    expect(array_map(fn (array $one): array => [$one['title'], $one['all_day'], gmdate('d H:i', $one['moment'])], $shown))->toBe([
        ['Vent check', false, '27 06:00'],
        ['Vent check', true, '28 07:00'],
        ['Pane', true, '28 07:00'],
    ]);
    // Given an hour again, its own reminder holds again.
    $this->api('POST', "entries/{$once['id']}/move", [
        'start' => '2026-11-28T15:00',
        'all_day' => false,
        'length' => 30,
    ])->assertOk();
    expect(
        Delivery::query()->where('entry_id', $once['id'])->whereNull('handed_at')->whereNull('dropped_at')->pluck('key')->all(),
    )->toBe(["{$once['id']}|once|-PT15M|mail"]);
});

test('a task in the basket is reminded of before it is due', function () {
    $this->entry(['title' => 'Costs page', 'due' => '2026-11-27T15:00:00', 'reminders' => ['-PT60M@due']]);
    $day = $this->entry(['title' => 'Pane', 'due' => '2026-11-27', 'reminders' => ['-P1D@18:00@due;mail']]);
    $this->at('2026-11-26T18:00:00+01:00');
    expect(($this->pass)())
        ->toBe(1)
        ->and($this->api('GET', 'standins/post')->json('mails.0.html'))
        ->toContain('Due Fri 27 Nov.');
    $this->at('2026-11-27T14:00:00+01:00');
    expect(($this->pass)())
        ->toBe(1)
        ->and($this->api('GET', 'reminders')->json('waiting.1'))
        ->toMatchArray([
            'title' => 'Costs page',
            'due' => true,
            'all_day' => false,
            'starts_at' => CarbonImmutable::parse('2026-11-27T15:00:00+01:00')->getTimestamp(),
        ]);
    $this->api('PUT', "entries/{$day['id']}/occurrences/once/done")->assertNoContent();
    expect(($this->waiting)())->toBe(['Costs page']);
});

test('moved after its reminder came, it waits with its new hour, and moved away it comes anew', function () {
    $entry = $this->entry([
        'title' => 'Clinic',
        'kind' => 'event',
        'all_day' => false,
        'start' => '2026-11-26T09:00:00',
        'end' => '2026-11-26T10:00:00',
        'reminders' => ['-PT60M'],
    ]);
    $this->at('2026-11-26T08:00:00+01:00');
    ($this->pass)();
    $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2026-11-26T08:30',
        'all_day' => false,
        'length' => 60,
    ])->assertOk();
    expect($this->api('GET', 'reminders')->json('waiting.0.starts_at'))->toBe(
        CarbonImmutable::parse('2026-11-26T08:30:00+01:00')->getTimestamp(),
    );
    $this->api('POST', "entries/{$entry['id']}/move", [
        'start' => '2026-12-20T09:00',
        'all_day' => false,
        'length' => 60,
    ])->assertOk();
    expect(($this->waiting)())->toBe([]);
    $this->at('2026-12-20T08:00:00+01:00');
    ($this->pass)();
    expect(($this->waiting)())->toBe(['Clinic']);
});

test('an agenda moved to a later hour comes once a day', function () {
    $this->api('PATCH', 'account', ['agenda_at' => 420, 'agenda_channels' => ['mail']])->assertOk();
    $this->at('2026-11-26T07:00:00+01:00');
    expect(($this->pass)())->toBe(1);
    $this->api('PATCH', 'account', ['agenda_at' => 480])->assertOk();
    $this->at('2026-11-26T08:00:00+01:00');
    expect(($this->pass)())->toBe(0);
    $this->at('2026-11-27T08:00:00+01:00');
    expect(($this->pass)())->toBe(1);
});

test('after months away nothing older than a fortnight comes', function () {
    $this->ventCheck(['reminders' => ['-PT10M']]);
    ($this->pass)();
    $this->at('2027-03-10T12:00:00+01:00');
    ($this->pass)();
    $oldest = min(array_column($this->api('GET', 'reminders')->json('waiting'), 'moment'));
    expect($oldest)->toBeGreaterThanOrEqual(now()->getTimestamp() - 14 * 86400);
});

test('what quiet hours held, and an edit came in between, comes in the morning', function () {
    $this->api('PATCH', 'account', ['quiet_from' => 1320, 'quiet_to' => 420])->assertOk();
    $entry = $this->entry([
        'title' => 'Frost',
        'all_day' => false,
        'start' => '2026-11-26T05:00:00',
        'end' => '2026-11-26T05:10:00',
        'reminders' => ['-PT0M'],
    ]);
    $this->at('2026-11-26T05:30:00+01:00');
    ($this->pass)();
    $this->api('PATCH', "entries/{$entry['id']}", ['notes' => 'cover the lemons'])->assertOk();
    $this->api('PATCH', 'account', ['first_weekday' => 7])->assertOk();
    $this->api('PUT', "entries/{$entry['id']}/occurrences/once/done")->assertNoContent();
    $this->api('POST', 'undo')->assertOk();
    $this->api('DELETE', "entries/{$entry['id']}", ['scope' => 'whole'])->assertNoContent();
    $this->api('POST', 'undo')->assertOk();
    $this->at('2026-11-26T07:00:00+01:00');
    expect(($this->pass)())
        ->toBe(1)
        ->and(($this->waiting)())
        ->toBe(['Frost']);
});

test(
    'a mail server that is down stops neither the screen nor the phone, is asked less and less often, and the owner reads of it',
    function () {
        $this->ventCheck(['reminders' => ['-PT10M;screen,mail,phone']]);
        $this->entry([
            'title' => 'Bins',
            'all_day' => false,
            'start' => '2026-11-26T07:15:00',
            'end' => '2026-11-26T07:20:00',
            'reminders' => ['-PT10M;mail'],
        ]);
        ($this->pass)();
        $down = new class extends AbstractTransport
        {
            public int $asked = 0;

            protected function doSend(SentMessage $message): void
            {
                $this->asked++;
                throw new TransportException('Connection could not be established with host "mail.test:587"');
            }

            public function __toString(): string
            {
                return 'down';
            }
        };
        Mail::extend('down', fn () => $down);
        config(['mail.default' => 'down', 'mail.mailers.down' => ['transport' => 'down']]);
        $this->at('2026-11-26T07:05:00+01:00');
        expect(($this->pass)())
            ->toBe(2)
            ->and($down->asked)
            ->toBe(1)
            ->and(DB::table('phone_messages')->count())
            ->toBe(1)
            ->and($this->api('GET', 'reminders')->json('trouble'))
            ->toBe(['One reminder could not be sent by mail: the mail server cannot be reached. Tried 1 time, again at 7:05.']);
        for ($second = 1; $second < 3600; $second += 10) {
            $this->at('@'.(CarbonImmutable::parse('2026-11-26T07:05:00+01:00')->getTimestamp() + $second));
            ($this->pass)();
        }
        expect($down->asked)->toBeLessThan(20);
        config(['mail.default' => 'post-box']);
        $this->at('2026-11-26T09:10:00+01:00');
        ($this->pass)();
        expect(DB::table('post_box')->count())
            ->toBe(2)
            ->and($this->api('GET', 'reminders')->json('trouble'))
            ->toBe([])
            ->and(($this->pass)())
            ->toBe(0);
    },
);
