<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Area;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\Unreadable;
use PlumRota\Core\Schedule\SeriesInWords;
use PlumRota\Core\Tally\CountedMinutes;
use PlumRota\Core\Tally\Outcome;
use PlumRota\Core\Time\TimeRange;

/** Every routine on one line: its rhythm, when it comes next, how it was kept, and what it costs of a week. */
final readonly class Routines
{
    /** Weeks over which it is reckoned what one costs of a week: a whole year, so that seasons and what comes yearly count as they do. */
    private const WEEKS = 52;

    /** Days back in which it is looked how one was kept. */
    private const LATELY = 28;

    public function __construct(private OccurrencesBetween $occurrences, private Unreadable $unreadable)
    {
    }

    /** @return array<string, mixed> the schema Routines of the contract */
    public function show(User $user): array
    {
        $today = $user->wallNow()->date();
        $entries = Visible::to($user)
            ->entries()
            ->where(fn ($one) => $one->whereNotNull('rule')->orWhere('extra_dates', '<>', '[]'))
            ->where(fn ($one) => $one->whereNull('last_day')->orWhere('last_day', '>=', (string) $today->plusDays(-1)))
            ->with('calendar')
            ->orderBy('title')
            ->orderBy('id')
            ->get();
        $lately = TimeRange::days($today->plusDays(-self::LATELY), self::LATELY + 1);
        $ahead = TimeRange::days($today, 7 * self::WEEKS);
        $minutes = $next = $last = $done = $due = [];
        $now = $user->wallNow();
        /** @var list<string> $ids */
        $ids = $entries->pluck('id')->all();
        $both = TimeRange::of($lately->from, $ahead->to);
        $zone = $user->timeZone();
        foreach ($this->occurrences->ofEach($user, [$both], $ids, withLetGo: true) as $one) {
            $id = $one->entry->id;
            $block = $one->block;
            $outcome = Outcome::of($one->occurrence, $zone, $now, $one->change->put_off ?? 0, $one->entry->after_done);
            if ($outcome->isDue() && $block->seen->touches($lately)) {
                $due[$id] = ($due[$id] ?? 0) + 1;
                $done[$id] = ($done[$id] ?? 0) + ($outcome->isDone() ? 1 : 0);
            }
            if ($outcome === Outcome::LetGo) {
                continue;
            }
            if ($block->seen->touches($ahead)) {
                $cost = CountedMinutes::planned($ahead, $block);
                $minutes[$id][$one->areaId] = ($minutes[$id][$one->areaId] ?? 0) + $cost;
            }
            $start = (string) $block->seen->from;
            if ($block->isDone) {
                $last[$id] = max($last[$id] ?? '', $start);
            } elseif ($block->seen->to->seconds > $now->seconds) {
                $next[$id] = min($next[$id] ?? '9999', $start);
            } elseif (! $block->isTask) {
                $last[$id] = max($last[$id] ?? '', $start);
            }
        }
        $lines = $byArea = [];
        foreach ($entries as $entry) {
            // Rounded once each: what an area has is the sum of what is shown.
            $aWeek = array_map(self::aWeek(...), $minutes[$entry->id] ?? []);
            foreach ($aWeek as $area => $cost) {
                $byArea[$area] = ($byArea[$area] ?? 0) + $cost;
            }
            $lines[] = self::line($user, $entry, $aWeek) + [
                'next' => $next[$entry->id] ?? null,
                'last' => $last[$entry->id] ?? null,
                'kept' => $done[$entry->id] ?? 0,
                'due' => $due[$entry->id] ?? 0,
            ];
        }

        return [
            'routines' => $lines,
            'areas' => Visible::to($user)
                ->areas()
                ->get()
                ->map(
                    fn (Area $area): array => [
                        'area_id' => $area->id,
                        'minutes' => $byArea[$area->id] ?? 0,
                        'intended' => $area->intended_minutes,
                    ],
                )
                ->values()
                ->all(),
            'week' => array_sum(array_column($user->week, 'minutes')),
            'unreadable' => $this->unreadable->all(),
            'now' => (string) $now,
        ];
    }

    /**
     * @param  array<string, int>  $aWeek  minutes by area: single occurrences may have a calendar of their own
     * @return array<string, mixed>
     */
    private static function line(User $user, Entry $entry, array $aWeek): array
    {
        $series = SeriesOf::mendable($entry);
        $elsewhere = array_filter(array_diff_key($aWeek, [$entry->calendar->area_id => 0]));

        return [
            'entry_id' => $entry->id,
            'title' => $entry->title,
            'kind' => $entry->kind,
            'calendar_id' => $entry->calendar_id,
            'area_id' => $entry->calendar->area_id,
            'colour' => $entry->colour,
            'in_words' => $series === null ? null : SeriesInWords::of($series, $user->region(), $user->wallNow()->date()),
            'often' => self::often($entry->rule),
            'missed' => $entry->missed,
            'minutes' => $aWeek[$entry->calendar->area_id] ?? 0,
            'elsewhere' => array_map(
                fn (string $area, int $minutes): array => ['area_id' => $area, 'minutes' => $minutes],
                array_map(strval(...), array_keys($elsewhere)),
                array_values($elsewhere),
            ),
            'pauses' => $entry->pauses,
            'version' => $entry->version,
        ];
    }

    /** @return 'daily'|'weekly'|'monthly'|'yearly'|'other' */
    private static function often(?string $rule): string
    {
        return match (preg_match('/(?:^|;)FREQ=(\w+)/', (string) $rule, $m) === 1 ? $m[1] : '') {
            'DAILY' => 'daily',
            'WEEKLY' => 'weekly',
            'MONTHLY' => 'monthly',
            'YEARLY' => 'yearly',
            default => 'other',
        };
    }

    private static function aWeek(int $minutes): int
    {
        return (int) round($minutes / self::WEEKS);
    }
}
