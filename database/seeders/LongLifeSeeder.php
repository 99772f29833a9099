<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Access\Visible;
use App\Follows\Follows;
use App\Journal\Journal;
use App\Mapping\SeriesColumns;
use App\Models\Entry;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Database\Seeder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;

/**
 * Data as old and as large as a real person's, for measuring: 500 routines, half of them rolling on and some counted from when
 * they were done, ticked up to today with gaps; single entries of the past; deliveries; other accounts beside.
 *
 * What grows comes in tenths of what there is after ten years, each kind by itself: BENCH_HISTORY (years of ticks, past single
 * entries, deliveries, kept answers, steps of history), BENCH_ENDED (ended routines), BENCH_ACCOUNTS (other accounts).
 */
final class LongLifeSeeder extends Seeder
{
    private const ROUTINES = 500;

    private const AFTER_DONE = 20;

    /** A tenth of what there is after ten years. */
    private const ENDED = 50;

    private const PAST_ENTRIES = 2_000;

    private const DELIVERIES = 10_000;

    private const ACCOUNTS = 200;

    private const ANSWERS = 100;

    private const STEPS = 1_000;

    private const TIMINGS = 1_500;

    private User $user;

    private LocalDate $today;

    /** @var list<string> */
    private array $calendars;

    public function run(): void
    {
        // Rows in bulk: what follows from them is made at the end.
        app(Journal::class)->unrecorded(fn () => $this->fill());
        User::query()->each(fn (User $user) => app(Follows::class)->rebuild($user->id));
    }

    private function fill(): void
    {
        [$years, $ended, $accounts] = array_map(fn (string $name): int => max(1, (int) (getenv($name) ?: 10)), [
            'BENCH_HISTORY',
            'BENCH_ENDED',
            'BENCH_ACCOUNTS',
        ]);
        $this->user = User::query()->firstOrFail();
        $this->today = $this->user->wallNow()->date();
        $this->calendars = array_keys(Visible::to($this->user)->areaOfCalendar());
        DB::transaction(function () use ($years, $ended, $accounts): void {
            foreach (range(0, self::ROUTINES - 1) as $i) {
                $this->routine($i, $years, null);
            }
            foreach (range(0, self::ENDED * $ended - 1) as $i) {
                $this->routine($i, 2, $this->today->plusDays(-400 - ($i % ($years * 300))));
            }
            $this->timings(self::TIMINGS * $years, $years);
            $this->pastEntries(self::PAST_ENTRIES * $years, $years);
            $this->deliveries(self::DELIVERIES * $years, $years);
            $this->others(self::ACCOUNTS * $accounts);
            $this->traces(self::ANSWERS * $years, self::STEPS * $years);
        });
        DB::statement('analyze');
    }

    /** @param  LocalDate|null  $last  the last day of one that has ended */
    private function routine(int $i, int $years, ?LocalDate $last): void
    {
        $rule = RuleParser::parse(
            ManyRoutinesSeeder::RULES[$i % count(ManyRoutinesSeeder::RULES)].
                ($last === null ? '' : ';UNTIL='.str_replace('-', '', (string) $last)),
        );
        $minute = 6 * 60 + (($i * 37) % 900);
        $from = ($last ?? $this->today)
            ->plusDays(-365 * $years + ($i % 28))
            ->at(intdiv($minute, 60), ($minute % 60) - ($minute % 5));
        $isAfterDone = $last === null && $i % (self::ROUTINES / self::AFTER_DONE) === 7;
        $isListed = $i % 20 < 10 && $last === null;
        if ($isAfterDone) {
            $rule = RuleParser::parse('FREQ=DAILY;INTERVAL='.(7 + ($i % 21)));
        }
        $start = $isAfterDone ? $from : RecurrenceSet::firstOnOrAfter($rule, $from) ?? $from;
        $isTask = $isListed || $i % 3 !== 0;
        $series = new Series(
            '',
            $isListed
                ? Placement::allDay($start->date())
                : Placement::timed($start, 15 + ($i % 4) * 15, $this->user->timeZone()),
            $rule,
            afterDone: $isAfterDone,
        );
        $entry = $this->keep([
            'kind' => $isTask ? 'task' : 'event',
            'title' => ($last === null ? 'Routine ' : 'Ended ').$i,
            'estimate' => $isListed ? 5 + ($i % 3) * 5 : null,
            'missed' => $isTask && $i % 2 === 0 ? 'roll' : 'hold',
            'reminders' => $i % 5 === 0 ? ['-PT10M'] : [],
            ...SeriesColumns::of($series),
        ]);
        $this->ticks($entry, $series, $i, $isTask);
    }

    /** Ticked up to today with gaps; every seventh has not been ticked for a week or two. */
    private function ticks(string $entry, Series $series, int $i, bool $isTask): void
    {
        $until = $this->today->plusDays($i % 7 === 4 ? -12 : 0)->startOfDay();
        $rows = [];
        foreach (
            $series->afterDone
                ? $this->chain($series, $until)
                : $series->recurrenceSet()->between($series->placement->start, $until) as $n => $start
        ) {
            if ($start->seconds >= $until->seconds) {
                break;
            }
            $isGap = ($n * 7 + $i) % 11 === 3 && ! $series->afterDone;
            if ($isGap || (! $isTask && $n % 9 !== 2)) {
                continue;
            }
            $blank = [
                'all_day' => null,
                'start' => null,
                'length' => null,
                'zone' => null,
                'moved_from' => null,
                'moved_to' => null,
            ];
            $rows[] = [
                'entry_id' => $entry,
                'user_id' => $this->user->id,
                'recurrence_id' => $series->recurrenceId($start),
                'day' => (string) $start->date(),
                'skipped' => $n % 23 === 5,
                'fields' => $n % 40 === 1 ? '{"title":"Another way this once"}' : '{}',
                'done_at' => ! $isTask || $n % 23 === 5 ? null : $start->seconds + 3600,
                ...$n % 12 === 2 ? SeriesColumns::moved($series->placement->startingAt($start->plusMinutes(45))) : $blank,
            ];
        }
        foreach (array_chunk($rows, 1000) as $chunk) {
            DB::table('overrides')->insert($chunk);
        }
    }

    /** @return iterable<int, LocalDateTime> of a routine that counts from when it was done, done a day late each time */
    private function chain(Series $series, LocalDateTime $until): iterable
    {
        for (
            $at = $series->placement->start;
            $at->seconds < $until->seconds;
            $at = $at->plusMinutes((($series->rule->interval ?? 1) + 1) * 1440)
        ) {
            yield $at;
        }
    }

    /** Work that was timed, on ticked occurrences, most of it on the day they stand. */
    private function timings(int $number, int $years): void
    {
        $ticks = DB::table('overrides')
            ->where('user_id', $this->user->id)
            ->whereNotNull('done_at')
            ->where('day', '>=', (string) $this->today->plusDays(-365 * $years))
            ->orderBy('id')
            ->get(['entry_id', 'recurrence_id', 'done_at']);
        $every = max(1, intdiv(count($ticks), $number));
        $rows = [];
        foreach ($ticks as $i => $tick) {
            if ($i % $every !== 0) {
                continue;
            }
            assert(is_int($tick->done_at));
            $end = $tick->done_at - ($i % 7 === 3 ? 90_000 : 0);
            $rows[] = [
                'id' => strtolower((string) Str::ulid()),
                'user_id' => $this->user->id,
                'entry_id' => $tick->entry_id,
                'recurrence_id' => $tick->recurrence_id,
                'started_at' => $end - 600 - ($i % 50) * 60,
                'ended_at' => $end,
            ];
        }
        foreach (array_chunk($rows, 1000) as $chunk) {
            DB::table('timings')->insert($chunk);
        }
    }

    private function pastEntries(int $number, int $years): void
    {
        $rows = [];
        for ($i = 0; $i < $number; $i++) {
            $day = $this->today->plusDays(-1 - (($i * 7) % (365 * $years)));
            $series = new Series(
                '',
                $i % 3 === 0
                    ? Placement::allDay($day)
                    : Placement::timed($day->at(7 + ($i % 12), 0), 30 + ($i % 4) * 30, $this->user->timeZone()),
                null,
            );
            $rows[] = $this->row([
                'kind' => $i % 2 === 0 ? 'task' : 'event',
                'title' => "Past {$i}",
                'notes' => 'About the glasshouse, the frames and the citrus.',
                ...SeriesColumns::of($series),
            ]);
        }
        foreach (array_chunk($rows, 400) as $chunk) {
            DB::table('entries')->insert($chunk);
        }
        $done = array_map(
            fn (array $row): array => [
                'entry_id' => $row['id'],
                'user_id' => $this->user->id,
                'recurrence_id' => 'once',
                'day' => substr((string) $row['start'], 0, 10),
                'fields' => '{}',
                'done_at' => strtotime((string) $row['start']),
            ],
            array_filter($rows, fn (array $row): bool => $row['kind'] === 'task'),
        );
        foreach (array_chunk($done, 1000) as $chunk) {
            DB::table('overrides')->insert($chunk);
        }
    }

    private function deliveries(int $number, int $years): void
    {
        /** @var list<string> $ids */
        $ids = DB::table('entries')->where('user_id', $this->user->id)->where('reminders', '<>', '[]')->pluck('id')->all();
        $now = CarbonImmutable::now()->getTimestamp();
        $rows = [];
        for ($i = 0; $i < $number; $i++) {
            $at = $now - 86400 - intdiv($i * 365 * 86400 * $years, $number);
            $rows[] = [
                'user_id' => $this->user->id,
                'entry_id' => $ids[$i % count($ids)],
                'recurrence_id' => gmdate('Y-m-d\TH:i:s', $at),
                'trigger' => '-PT10M',
                'channel' => $i % 2 === 0 ? 'screen' : 'mail',
                'key' => "old|{$i}",
                'fell_at' => $at,
                'moment' => $at,
                'starts_at' => $at + 600,
                'handed_at' => $at,
                'answered_at' => $i % 100 === 0 ? null : $at + 60,
            ];
        }
        foreach (array_chunk($rows, 1000) as $chunk) {
            DB::table('deliveries')->insert($chunk);
        }
    }

    /** Other people on the same machine, each with some routines that remind them and a month of ticks. */
    private function others(int $number): void
    {
        for ($i = 0; $i < $number; $i++) {
            $id = DB::table('users')->insertGetId([
                'name' => "Other {$i}",
                'email' => "other{$i}@example.test",
                'password' => '',
                'zone' => 'Europe/Berlin',
                'week' => json_encode($this->user->week),
                'planned_until' => 0,
            ]);
            $key = sprintf('other%06d', $i);
            DB::table('areas')->insert(['id' => "a{$key}", 'user_id' => $id, 'name' => 'Household', 'colour' => 'ochre']);
            DB::table('calendars')->insert([
                'id' => "c{$key}",
                'user_id' => $id,
                'area_id' => "a{$key}",
                'name' => 'Household',
                'reminders' => '["-PT10M"]',
            ]);
            $start = $this->today->plusDays(-30);
            foreach (['FREQ=DAILY', 'FREQ=WEEKLY;BYDAY=MO,TH', 'FREQ=DAILY;INTERVAL=2'] as $n => $rule) {
                $series = new Series(
                    '',
                    Placement::timed($start->at(7 + $n, 0), 30, $this->user->timeZone()),
                    RuleParser::parse($rule),
                );
                $row = [
                    ...$this->row([
                        'kind' => 'task',
                        'title' => "Boiler routine {$n}",
                        'missed' => $n === 0 ? 'roll' : 'hold',
                        'own_reminders' => false,
                        ...SeriesColumns::of($series),
                    ]),
                    'user_id' => $id,
                    'calendar_id' => "c{$key}",
                ];
                DB::table('entries')->insert($row);
                $ticks = [];
                foreach ($series->recurrenceSet()->next(12) as $at) {
                    $ticks[] = [
                        'entry_id' => $row['id'],
                        'user_id' => $id,
                        'recurrence_id' => $series->recurrenceId($at),
                        'day' => (string) $at->date(),
                        'fields' => '{}',
                        'done_at' => $at->seconds,
                    ];
                }
                DB::table('overrides')->insert($ticks);
            }
        }
    }

    /** Answers that are kept to be given again, and steps of history. */
    private function traces(int $answers, int $steps): void
    {
        $at = CarbonImmutable::now();
        $rows = array_map(
            fn (int $i): array => [
                'user_id' => $this->user->id,
                'key' => "old-{$i}",
                'fingerprint' => str_repeat('0', 64),
                'status' => 200,
                'body' => '{}',
                'created_at' => $at,
            ],
            range(1, $answers),
        );
        foreach (array_chunk($rows, 1000) as $chunk) {
            DB::table('answers')->insert($chunk);
        }
        $rows = array_map(
            fn (int $i): array => [
                'user_id' => $this->user->id,
                'label' => "Changed {$i}",
                'rows' => '[]',
                'revision' => $i,
                'undone' => 0,
                'created_at' => $at->subDays(intdiv($steps - $i, 10)),
            ],
            range(1, $steps),
        );
        foreach (array_chunk($rows, 1000) as $chunk) {
            DB::table('history')->insert($chunk);
        }
    }

    /** @param  array<string, mixed>  $columns */
    private function keep(array $columns): string
    {
        $row = $this->row($columns);
        DB::table('entries')->insert($row);

        return (string) $row['id'];
    }

    private int $at = 0;

    /**
     * @param  array<string, mixed>  $columns
     * @return array<string, string|int|bool|null>
     */
    private function row(array $columns): array
    {
        $entry = new Entry([
            'user_id' => $this->user->id,
            'calendar_id' => $this->calendars[$this->at++ % count($this->calendars)],
            ...$columns,
        ]);
        $entry->setAttribute('id', $entry->newUniqueId());
        /** @var array<string, string|int|bool|null> $row */
        $row = $entry->getAttributes();

        return $row;
    }
}
