<?php

declare(strict_types=1);

use App\Access\Visible;
use App\Actions\Accounts\OpenAccount;
use App\Actions\Archives\RestoreArchive;
use App\Actions\Archives\WriteArchive;
use App\Archive\AccountArchive;
use App\Models\Entry;
use App\Models\StoredArchive;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Storage;

beforeEach(function () {
    Storage::fake('local');
    $this->user = app(OpenAccount::class)->open(
        ['name' => 'Steward', 'email' => 'first@example.test', 'password' => 'glasshouse', 'zone' => 'UTC'],
    );
    $this->add = function (string $title): int {
        $this->actingAs(User::query()->findOrFail($this->user->id));
        $calendar = Visible::to($this->user)->calendars()->firstOrFail()->id;

        return $this->postJson(
            '/api/entries',
            ['title' => $title, 'calendar_id' => $calendar],
            ['Origin' => 'http://localhost'],
        )->status();
    };
    expect([($this->add)('Pane one'), ($this->add)('Pane two')])->toBe([201, 201]);
    $this->archive = app(WriteArchive::class)->ask($this->user, 'own');
    app(WriteArchive::class)->write($this->archive);
});

/** @return list<string> titles of what was laid aside */
function laidAside(): array
{
    $aside = StoredArchive::query()->where('kind', 'aside')->get();
    expect($aside->count())->toBeLessThanOrEqual(1)->and(
        $aside->pluck('state')->unique()->all(),
    )->toBe($aside->isEmpty() ? [] : ['good']);

    return $aside->isEmpty() ? [] : array_column(
        iterator_to_array((new AccountArchive($aside[0]->path()))->rows('entries'), false),
        'title',
    );
}

/**
 * Brings the archive back, while somebody adds entries after some of the statements that this takes; the titles that were
 * acknowledged.
 */
function restoredWhile(object $test, Closure $isMoment): array
{
    $acknowledged = [];
    $statement = 0;
    $isAtIt = true;
    $outside = DB::transactionLevel();
    DB::listen(function () use ($test, $isMoment, $outside, &$acknowledged, &$statement, &$isAtIt): void {
        // Within a transaction nobody else can write.
        if (! $isAtIt || DB::transactionLevel() !== $outside || ! $isMoment(++$statement)) {
            return;
        }
        $isAtIt = false;
        $title = "Added at {$statement}";
        $status = ($test->add)($title);
        expect($status)->toBeIn([201, 503]);
        if ($status === 201) {
            $acknowledged[] = $title;
        }
        $isAtIt = true;
    });
    $isBack = app(RestoreArchive::class)->restore($test->archive->refresh());
    $isAtIt = false;
    expect([$isBack, $test->archive->refresh()->trouble])->toBe([true, null]);

    return $acknowledged;
}

test('whatever is acknowledged while an archive is brought back is in what was laid aside, or in the account', function (int $seed) {
    mt_srand($seed);
    $chance = [3, 10, 40][$seed % 3];
    $acknowledged = restoredWhile($this, fn (): bool => mt_rand(1, 100) <= $chance);
    $kept = [...laidAside(), ...Entry::query()->pluck('title')->all()];
    expect(array_values(array_diff($acknowledged, $kept)))->toBe([], "seed {$seed}");
    // The account is what the archive has, and takes changes again.
    expect(array_diff(Entry::query()->pluck('title')->all(), $acknowledged))->toHaveCount(2);
    expect(($this->add)('Afterwards'))->toBe(201);
})->with(range(1, (int) (getenv('RESTORE_RUNS') ?: 12)));
