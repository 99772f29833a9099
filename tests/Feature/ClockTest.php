<?php

declare(strict_types=1);

use App\Access\Followed;
use App\Accounts\Backoff;
use App\Accounts\Links;
use App\Journal\Journal;
use App\Models\Refresh;
use App\Models\StoredArchive;
use App\Models\Timing;
use App\Models\User;
use App\Retention\SureMoment;
use App\Retention\Uptime;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Storage;

/*
 * A clock that was wrong for a while and is right again: whatever is measured from a stored moment asks whether that can be, and
 * goes on.
 */

const FORTY_DAYS = 40 * 86400;

/** A machine whose counter is set by the test. */
final class GivenUptime extends Uptime
{
    public int $seconds = 100;

    public string $boot = 'first';

    public function boot(): string
    {
        return $this->boot;
    }

    public function seconds(): int
    {
        return $this->seconds;
    }
}

beforeEach(function () {
    Storage::fake('local');
    $this->folder = sys_get_temp_dir().'/plum-rota-clock-'.bin2hex(random_bytes(4));
    config(['health.folder' => $this->folder]);
    $this->uptime = new GivenUptime();
    $this->moment = new SureMoment($this->uptime);
    $this->now = CarbonImmutable::now()->getTimestamp();
    // The clock is so many seconds from where the test began, and the machine has run so long.
    $this->passes = function (int $seconds, int $ahead = 0): ?int {
        $this->uptime->seconds += $seconds;
        $this->now += $seconds;
        $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now + $ahead));

        return $this->moment->look()?->getTimestamp();
    };
});

afterEach(fn () => File::deleteDirectory($this->folder));

test('nothing is removed for good before the clock was steady for a day, nor where it jumped ahead for less than one', function () {
    expect(($this->passes)(0))->toBeNull()->and(($this->passes)(86_300))->toBeNull();
    expect(($this->passes)(200))->toBe($this->now);
    expect(($this->passes)(3600))->toBe($this->now);
    expect(($this->passes)(60, FORTY_DAYS))
        ->toBe($this->now) // as the counter says
        ->and(($this->passes)(80_000, FORTY_DAYS))
        ->toBe($this->now)
        ->and(($this->passes)(60))
        ->toBe($this->now)
        ->and(($this->passes)(60, -FORTY_DAYS))
        ->toBe($this->now - FORTY_DAYS); // behind, it removes nothing
    expect(($this->passes)(60))->toBe($this->now - FORTY_DAYS); // ahead of that it is asked again
    expect(($this->passes)(86_500))->toBe($this->now);
    // A machine that was off over night goes on at once, one that was away for a week after a day.
    [$this->uptime->boot, $this->uptime->seconds, $this->now] = ['second', 0, $this->now + 12 * 3600];
    expect(($this->passes)(30))->toBe($this->now);
    [$this->uptime->boot, $this->uptime->seconds, $this->now] = ['third', 0, $this->now + 7 * 86400];
    expect(($this->passes)(30))
        ->toBeLessThan($this->now - 6 * 86400)
        ->and(($this->passes)(86_500))
        ->toBe($this->now);
});

test('whatever the clock does for less than a day at a time, the moment is never later than it really is', function () {
    mt_srand((int) (getenv('CLOCK_SEED') ?: 20261125));
    $early = [];
    for ($case = 0; $case < (int) (getenv('CLOCK_CASES') ?: 3); $case++) {
        File::deleteDirectory($this->folder);
        $this->now = 1_795_000_000;
        ($this->passes)(0);
        for ($i = 0; $i < 26; $i++) {
            ($this->passes)(3600);
        }
        for ($i = 0; $i < 60; $i++) {
            $isWrong = $i % 2 === 1; // two wrong ones after one another would be one that lasts
            $ahead = $isWrong ? [-FORTY_DAYS, -7200, 7300, 86_400, FORTY_DAYS, 400 * 86400][mt_rand(0, 5)] : 0;
            $left = $isWrong ? mt_rand(60, 80_000) : mt_rand(60, 200_000);
            while ($left > 0) {
                $step = min($left, mt_rand(60, 3600));
                $sure = ($this->passes)($step, $ahead);
                $left -= $step;
                if ($sure > $this->now) {
                    $early[] = "case {$case}, step {$i}, {$ahead} s ahead";
                }
            }
        }
        for ($i = 0; $i < 26; $i++) {
            $sure = ($this->passes)(3600);
        }
        expect($sure)->toBe($this->now); // and it comes along
    }
    expect($early)->toBe([]);
});

test('an account in its last week stays while the clock is ahead, and goes when its week is over', function () {
    app()->instance(Uptime::class, $this->uptime);
    ($this->passes)(0);
    ($this->passes)(86_400);
    $this->api('POST', 'account/leave', ['current' => 'glasshouse'])->assertStatus(202);
    ($this->passes)(3600, FORTY_DAYS);
    Artisan::call('accounts:remove-left');
    Artisan::call('data:prune');
    expect(User::query()->find($this->user->id))->not->toBeNull()->and(DB::table('archives')->count())->toBe(1);
    ($this->passes)(3600);
    for ($hour = 0; $hour < 7 * 24 - 3; $hour++) {
        ($this->passes)(3600);
    }
    Artisan::call('accounts:remove-left');
    expect(User::query()->find($this->user->id))->not->toBeNull();
    ($this->passes)(2 * 3600);
    Artisan::call('accounts:remove-left');
    expect(User::query()->find($this->user->id))->toBeNull();
});

test('steps of the history and kept answers are not pruned by a clock that is ahead', function () {
    app()->instance(Uptime::class, $this->uptime);
    ($this->passes)(0);
    ($this->passes)(86_400);
    $this->entry(['title' => 'Vent check']);
    $steps = DB::table('history')->count();
    ($this->passes)(60, 10 * 366 * 86400);
    Artisan::call('data:prune');
    expect(DB::table('history')->count())->toBe($steps)->and($steps)->toBeGreaterThan(0);
});

test('who was wrong while the clock was ahead need not wait for it', function () {
    $backoff = new Backoff();
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now + FORTY_DAYS));
    foreach (range(1, 12) as $try) {
        $backoff->wrong('steward@example.test', '10.0.0.1');
    }
    expect($backoff->wait('steward@example.test', '10.0.0.1'))->toBeGreaterThan(0);
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now));
    expect($backoff->wait('steward@example.test', '10.0.0.1'))->toBe(0);
    foreach (range(1, 12) as $try) {
        $backoff->wrong('steward@example.test', '10.0.0.1');
    }
    expect($backoff->wait('steward@example.test', '10.0.0.1'))->toBeGreaterThan(60); // it counts anew
});

test('a feed that was asked for too often while the clock was ahead is answered again', function () {
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now + FORTY_DAYS));
    $address = '/feeds/'.str_repeat('a', 43).'.ics';
    foreach (range(1, 61) as $time) {
        $last = $this->get($address);
    }
    $last->assertStatus(429);
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now));
    $this->get($address)->assertNotFound();
});

test('what is followed is read again at once where it was read by a clock that was ahead', function () {
    $calendar = $this->calendar();
    app(Journal::class)->unrecorded(fn () => DB::table('calendars')->where('id', $calendar->id)->update(['follows' => 'x']));
    $due = fn (array $state): int => (function () use ($state, $calendar): int {
        Refresh::query()->updateOrCreate(['calendar_id' => $calendar->id], [
            'user_id' => $this->user->id,
            'good_at' => null,
            'every' => 3600,
            'next_at' => 0,
            ...$state,
        ]);

        return Followed::due($this->now)->count();
    })();
    expect([
        $due(['next_at' => $this->now + 3600]),
        $due(['next_at' => $this->now + 86_400]), // after many that failed
        $due(['next_at' => $this->now + FORTY_DAYS]),
        $due(['next_at' => $this->now + 3600, 'good_at' => $this->now + 600]),
        $due(['next_at' => $this->now + 6 * 86_400, 'every' => 7 * 86_400, 'good_at' => $this->now - 60]),
        $due(['next_at' => $this->now - 1]),
    ])->toBe([0, 0, 1, 1, 0, 1]);
});

test('daily archives are written again, the true ones are kept, and work of a time to come is given up', function () {
    app(Journal::class)->unrecorded(fn () => DB::table('users')->update(['archives_daily' => true, 'archives_kept' => 2]));
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now + FORTY_DAYS));
    Artisan::call('backup:accounts');
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now + FORTY_DAYS + 86_400));
    Artisan::call('backup:accounts');
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now));
    Artisan::call('backup:accounts');
    Artisan::call('backup:accounts');
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now + 86_400));
    Artisan::call('backup:accounts');
    expect(StoredArchive::query()->orderBy('made_at')->pluck('made_at')->all())->toBe([$this->now, $this->now + 86_400]);
    $this->travelTo(CarbonImmutable::createFromTimestampUTC(86_400)); // 1970
    Artisan::call('backup:accounts');
    expect(StoredArchive::query()->min('made_at'))->toBe(86_400); // what was just written is not the first to go
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now));
    $this->user->archives()->create(['kind' => 'own', 'state' => 'writing', 'made_at' => $this->now, 'alive_at' => $this->now + FORTY_DAYS]);
    expect(StoredArchive::giveUpDead())->toBe(1);
});

test('a link that was made by a clock that was ahead is good no longer than any', function () {
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now + FORTY_DAYS));
    $token = app(Links::class)->make('reset', $this->user, $this->user->email);
    expect(app(Links::class)->find('reset', $token))->not->toBeNull();
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now));
    expect(app(Links::class)->find('reset', $token))->toBeNull();
});

test('a timing that a wrong clock began is stopped without a length, and set right by hand', function (int $began) {
    $entry = $this->entry(['title' => 'Vent check']);
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($began));
    $this->api('POST', 'timings', ['entry_id' => $entry['id']])->assertStatus(201);
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now));
    $timing = Timing::query()->firstOrFail();
    $this->api('POST', "timings/{$timing->id}/stop")
        ->assertOk()
        ->assertJsonPath('says', 'The clock was wrong when this timing was begun. It is kept without a length; set it right.');
    expect($timing->refresh()->only('started_at', 'ended_at'))->toBe(['started_at' => $this->now, 'ended_at' => $this->now]);
    $this->api('PATCH', "timings/{$timing->id}", ['started' => '2026-11-25T09:00:00', 'ended' => '2026-11-25T09:40:00'])->assertNoContent();
    expect($timing->refresh()->ended_at - $timing->started_at)->toBe(2400);
    // Another one that is begun ends it likewise.
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($began));
    $this->api('POST', 'timings', ['entry_id' => $entry['id']])->assertStatus(201);
    $this->travelTo(CarbonImmutable::createFromTimestampUTC($this->now + 60));
    $this->api('POST', 'timings', ['entry_id' => $entry['id']])->assertStatus(201);
    expect(Timing::query()->where('ended_at', $this->now + 60)->where('started_at', $this->now + 60)->count())->toBe(1);
})->with([1_795_000_000 + FORTY_DAYS + 3 * 86400, 86_400]);
