<?php

declare(strict_types=1);

namespace Bench;

use DateTimeImmutable;
use DateTimeZone;
use RuntimeException;

/** What each question costs on data of an age (database/seeders/LongLifeSeeder). */
final class Life
{
    /** Milliseconds that each should take after ten years; null where nothing was set. */
    public const AIMS = [
        'week' => 70,
        'day' => 80,
        'month' => 120,
        'year' => 250,
        'ruler' => null,
        'preview' => 60,
        'closing' => 90,
        'basket' => null,
        'done' => null,
        'tally of six weeks' => null,
        'tally of a year' => 400,
        'habits of a year' => null,
        'how long things take' => null,
        'after a change' => null,
        'tick' => 25,
        'move' => 30,
        'search' => 25,
        'capture' => 15,
        'worker, nothing due' => 10,
    ];

    public const WORKER = 'worker, nothing due';

    private const ZONE = 'Europe/Berlin';

    public readonly Server $server;

    private readonly string $today;

    private readonly string $monday;

    /** @var list<array{entry_id: string, recurrence_id: string, start: string}> open occurrences of routines, with hours */
    private array $open = [];

    /**
     * @param  int  $history  years of it
     * @param  int  $ended  tenths of the ended routines that there are after ten years
     * @param  int  $accounts  tenths of the 2,000 other accounts
     */
    public function __construct(public readonly string $name, int $history, int $ended, int $accounts)
    {
        $this->server = new Server([
            'BENCH_HISTORY' => (string) $history,
            'BENCH_ENDED' => (string) $ended,
            'BENCH_ACCOUNTS' => (string) $accounts,
        ]);
        $this->server->kept("life-{$history}-{$ended}-{$accounts}", function (): void {
            $this->server->artisan('db:seed', '--force', '--class=LongLifeSeeder');
            $this->server->artisan('reminders:work', '--once'); // what fell until now is handed over, everybody is planned
        });
        $this->today = $this->day('today');
        $this->monday = $this->day('monday this week');
        $this->findOpen();
    }

    /** @return array<string, \Closure(int): void> one request of each question, by its number */
    public function questions(): array
    {
        $monday = $this->monday;
        $zone = new DateTimeZone(self::ZONE);
        $month = (new DateTimeImmutable('first day of this month', $zone))->modify('monday this week')->format('Y-m-d');
        $first = $this->open[0];
        $changed = "board?from={$monday}&days=7&repeats=all basket ruler?from={$monday}&weeks=26 reminders";
        $form = [
            'rule' => 'FREQ=WEEKLY;BYDAY=MO,WE,FR',
            'start' => "{$monday}T09:00",
            'end' => "{$monday}T10:00",
            'all_day' => false,
        ];

        return [
            'week' => $this->get("board?from={$monday}&days=7"),
            'day' => $this->get("board?from={$this->today}&days=1", "days/{$this->today}"),
            'month' => $this->get("month?from={$month}&days=42"),
            'year' => $this->get('year?year='.substr($this->today, 0, 4)),
            'ruler' => $this->get("ruler?from={$monday}&weeks=26"),
            'preview' => $this->change(fn (): array => ['POST', 'rhythm/preview', ['entry_id' => $first['entry_id'], ...$form]]),
            'closing' => $this->get("closings/{$this->today}"),
            'basket' => $this->get('basket'),
            'tally of six weeks' => $this->get('tally/'.$this->day('monday this week -35 days').'/42'),
            'tally of a year' => $this->get('tally/'.$this->day('monday this week -357 days').'/364'),
            'habits of a year' => $this->get('tally/'.$this->day('monday this week -357 days').'/364/habits'),
            'how long things take' => $this->get('durations'),
            'done' => $this->get('done?from='.$this->day('-13 days').'&days=14'),
            'after a change' => $this->get('together?read='.rawurlencode($changed)),
            'tick' => $this->change(function (int $i): array {
                $one = $this->open[intdiv($i, 2) % count($this->open)];
                $path = "entries/{$one['entry_id']}/occurrences/".rawurlencode($one['recurrence_id']).'/done';

                return [$i % 2 === 0 ? 'PUT' : 'DELETE', $path, []];
            }),
            'move' => $this->change(
                fn (int $i): array => [
                    'POST',
                    "entries/{$first['entry_id']}/move",
                    [
                        'start' => substr($first['start'], 0, 14).['00', '15', '30', '45'][$i % 4],
                        'all_day' => false,
                        'length' => 30,
                        'scope' => 'one',
                        'recurrence_id' => $first['recurrence_id'],
                        'over_protected' => true,
                    ],
                ],
            ),
            'search' => $this->get('search?q=boiler+routine'),
            'capture' => $this->change(
                fn (int $i): array => [
                    'POST',
                    'capture/reading',
                    ['line' => "sow beans every tuesday at {$i}:30 in Glasshouse"],
                ],
            ),
        ];
    }

    /** @return float milliseconds of a look of the worker that finds nothing due */
    public function worker(): float
    {
        return (float) $this->server->script('worker');
    }

    /** @return \Closure(int): void */
    private function get(string ...$paths): \Closure
    {
        return function (int $i) use ($paths): void {
            foreach ($paths as $path) {
                $this->server->ask('GET', "/api/{$path}");
            }
        };
    }

    /**
     * @param  \Closure(int): array{string, string, array<string, mixed>}  $request  by its number: method, path, body
     * @return \Closure(int): void
     */
    private function change(\Closure $request): \Closure
    {
        return function (int $i) use ($request): void {
            [$method, $path, $body] = $request($i);
            $this->server->ask($method, "/api/{$path}", $body);
        };
    }

    private function day(string $when): string
    {
        return (new DateTimeImmutable($when, new DateTimeZone(self::ZONE)))->format('Y-m-d');
    }

    private function findOpen(): void
    {
        /**
         * @var array{entries: array<string, array{kind: string, title: string}>, occurrences: list<array{entry_id: string, recurrence_id: string, start: string, all_day: bool, since?: string, done?: bool}>}
         *   $board
         */
        $board = json_decode(
            $this->server->ask('GET', "/api/board?from={$this->today}&days=7"),
            true,
            flags: JSON_THROW_ON_ERROR,
        );
        foreach ($board['occurrences'] as $one) {
            $entry = $board['entries'][$one['entry_id']];
            if (
                $entry['kind'] === 'task' &&
                str_starts_with($entry['title'], 'Routine') &&
                ! $one['all_day'] &&
                ! isset($one['since']) &&
                ! ($one['done'] ?? false)
            ) {
                $this->open[] = $one;
            }
        }
        if ($this->open === []) {
            throw new RuntimeException('There is nothing to tick.');
        }
    }
}
