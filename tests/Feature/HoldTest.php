<?php

declare(strict_types=1);

use App\Actions\Archives\RestoreArchive;
use App\Jobs\RestoreAccount;
use App\Journal\Hold;
use App\Models\Attachment;
use App\Models\StoredArchive;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

beforeEach(function () {
    Storage::fake('local');
    $this->ventCheck();
    $this->api('POST', 'archives')->assertStatus(202);
    $this->archive = StoredArchive::query()->firstOrFail();
});

test('nobody changes an account while it is held, and a hold ends by itself', function () {
    Hold::on($this->user->id);
    foreach ([
        ['POST', 'entries', ['title' => 'Mine', 'calendar_id' => $this->calendar()->id]],
        ['POST', 'undo', []],
    ] as [$method, $path, $body]) {
        $this->api($method, $path, $body)
            ->assertStatus(503)
            ->assertHeader('Retry-After', '3')
            ->assertJsonPath(
                'message',
                'Something large is taking its place here just now. Nothing was changed; it is tried again in a moment.',
            );
    }
    $this->api('GET', 'board?from=2026-11-23&days=7')->assertOk();
    $this->travelTo(CarbonImmutable::now()->addSeconds(Hold::LASTS + 1));
    $this->entry(['title' => 'Later']);
});

test('work that was killed is given up within a minute, and another can be asked for', function (string $state, string $then, string $says) {
    $this->archive->update(
        ['state' => $state, 'alive_at' => CarbonImmutable::now()->getTimestamp(), 'done' => 613, 'total' => 7507],
    );
    $this->api('POST', 'archives')->assertStatus(422);
    $this->travelTo(CarbonImmutable::now()->addSeconds(61));
    Artisan::call('schedule:run');
    $shown = collect($this->api('GET', 'archives')->json('archives'))->firstWhere('id', $this->archive->id);
    expect([$shown['state'], $shown['trouble']])->toBe([$then, $says]);
    $this->api('POST', 'archives')->assertStatus(202);
})->with([
    ['writing', 'bad', 'It was stopped before it was whole. Ask for another.'],
    ['restoring', 'good', 'It was stopped. What is here stays as it is; try again.'],
]);

test('what waits for its turn is not taken for dead; where its worker was killed on taking it up, it is', function () {
    $asked = CarbonImmutable::now()->getTimestamp();
    $this->archive->update(['state' => 'waiting', 'alive_at' => $asked]);
    DB::table('jobs')->insert(
        [
            'queue' => 'long',
            'payload' => json_encode(['archive' => $this->archive->id]),
            'attempts' => 0,
            'available_at' => $asked,
            'created_at' => $asked,
        ],
    );
    $this->travelTo(CarbonImmutable::now()->addHours(2));
    expect(StoredArchive::giveUpDead())->toBe(0);
    DB::table('jobs')->update(['reserved_at' => CarbonImmutable::now()->getTimestamp()]);
    expect(StoredArchive::giveUpDead())->toBe(0);
    $this->travelTo(CarbonImmutable::now()->addSeconds(61));
    expect(StoredArchive::giveUpDead())->toBe(1);
});

test('what was given up is not done after all', function () {
    $this->archive->update(['state' => 'good']);
    dispatch_sync(new RestoreAccount($this->archive->id));
    expect(StoredArchive::query()->where('kind', 'aside')->count())->toBe(0);
});

test('a hold of a clock that was forty days ahead keeps nobody out', function () {
    $this->travelTo(CarbonImmutable::now()->addDays(40));
    Hold::on($this->user->id);
    $this->travelTo(CarbonImmutable::now()->subDays(40));
    $this->entry(['title' => 'Mine']);
});

test('what was exchanged stays, with its files, where nobody can be told of it any more', function () {
    $entry = $this->entry(['title' => 'Beds']);
    Storage::disk('local')->put('attachments/x', 'a plan of the beds');
    planted(fn () => Attachment::query()->toBase()->insert([
        'id' => strtolower((string) Str::ulid()), 'user_id' => $this->user->id, 'entry_id' => $entry['id'], 'name' => 'beds.txt', 'type' => 'text/plain',
        'size' => 18, 'path' => 'attachments/x',
    ]));
    $this->api('POST', 'archives')->assertStatus(202);
    $archive = StoredArchive::query()->orderByDesc('id')->firstOrFail();
    $thrown = false;
    DB::listen(function ($query) use (&$thrown, $archive): void {
        if (! $thrown && str_starts_with($query->sql, 'update "archives" set "state"') && $query->bindings[0] === 'good' && in_array($archive->id, $query->bindings, true)) {
            $thrown = true;
            throw new RuntimeException('The database went away.');
        }
    });
    expect(app(RestoreArchive::class)->restore($archive))->toBeTrue()->and($thrown)->toBeTrue();
    expect(Storage::disk('local')->get(Attachment::query()->sole()->path))->toBe('a plan of the beds');
});
