<?php

declare(strict_types=1);

namespace Tests;

use App\Access\Visible;
use App\Actions\Accounts\OpenAccount;
use App\Models\Calendar;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Foundation\Testing\LazilyRefreshDatabase;
use Illuminate\Foundation\Testing\TestCase;
use Illuminate\Testing\TestResponse;

/** A signed-in account over HTTP, on Wednesday 25 November 2026 at 10:20 in Berlin. */
abstract class FeatureCase extends TestCase
{
    use LazilyRefreshDatabase;

    protected User $user;

    protected function setUp(): void
    {
        parent::setUp();
        $this->at('2026-11-25T10:20:00+01:00');
        $this->user = app(OpenAccount::class)->open([
            'name' => 'Steward',
            'email' => 'steward@example.test',
            'password' => 'glasshouse',
            'zone' => 'Europe/Berlin',
        ]);
    }

    public function at(string $moment): void
    {
        $this->travelTo(CarbonImmutable::parse($moment));
    }

    public function asUser(User $user): void
    {
        $this->user = $user;
    }

    public function calendar(): Calendar
    {
        return Visible::to($this->user)->calendars()->firstOrFail();
    }

    /**
     * Sends a request as the page would and holds the answer against the contract.
     *
     * @param  array<string, mixed>  $data
     * @param  array<string, string>  $headers
     */
    public function api(string $method, string $path, array $data = [], array $headers = [], ?User $as = null): TestResponse
    {
        $this->flushSession(); // another person may have asked before
        app()->forgetScopedInstances(); // as every request has its own
        $this->actingAs(User::query()->findOrFail(($as ?? $this->user)->id));
        $response = $this->json($method, "/api/{$path}", $data, ['Origin' => 'http://localhost', ...$headers]);
        Contract::check($method, $path, $response);

        return $response;
    }

    /**
     * @param  array<string, mixed>  $fields
     * @return array<string, mixed>
     */
    public function entry(array $fields): array
    {
        return $this->api('POST', 'entries', ['title' => 'Vent check', 'calendar_id' => $this->calendar()->id, ...$fields])
            ->assertCreated()
            ->json();
    }

    /** @return array<string, mixed> a task every weekday at 7:15 from Monday 23 November on */
    public function ventCheck(array $fields = []): array
    {
        return $this->entry([
            'all_day' => false,
            'start' => '2026-11-23T07:15:00',
            'end' => '2026-11-23T07:30:00',
            'rule' => 'FREQ=WEEKLY;BYDAY=MO,TU,WE,TH,FR',
            ...$fields,
        ]);
    }

    /** @return list<array<string, mixed>> the board's occurrences, each with what it has in common with those of its entry */
    public function occurrences(string $query): array
    {
        $board = $this->api('GET', "board?{$query}")
            ->assertOk()
            ->json();

        return array_map(
            fn (array $one): array => [
                ...$board['entries'][$one['entry_id']],
                'moved' => false,
                'edited' => false,
                'done' => false,
                'meets' => [],
                'lane' => 0,
                'lanes' => 1,
                ...$one,
                'key' => $one['entry_id'].'|'.$one['recurrence_id'],
            ],
            $board['occurrences'],
        );
    }

    /** @return list<string> what the board shows, as "start title" with marks for done and moved */
    public function shown(string $from = '2026-11-23', int $days = 7): array
    {
        return array_map(
            fn (array $o): string => substr($o['start'], 5, 11).
                ' '.
                $o['title'].
                ($o['done'] ? ' done' : '').
                ($o['moved'] ? ' moved' : ''),
            $this->occurrences("from={$from}&days={$days}"),
        );
    }
}
