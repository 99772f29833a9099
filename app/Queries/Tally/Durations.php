<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Access\Visible;
use App\Models\Entry;
use App\Models\User;
use App\Reading\TimedWork;
use PlumRota\Core\Tally\DurationsInWords;
use PlumRota\Core\Tally\Quartiles;

/** How long things take: what was timed against what is estimated. Entries of one title are one thing. */
final readonly class Durations
{
    /** How many of the latest times count. */
    private const LAST = 10;

    /** How often something must have been timed to be listed. */
    private const LEAST = 2;

    public function __construct(private TimedWork $work)
    {
    }

    /** @return array<string, mixed> the schema Durations of the contract */
    public function show(User $user): array
    {
        $who = Visible::to($user);
        $today = (string) $user->wallNow()->date();
        $rows = $this->work->finished($who, self::LAST);
        $entries = $who->entries()->whereIn('id', array_unique(array_column($rows, 'entry_id')))->get()->keyBy('id');
        $areas = $who->areaOfCalendar();
        $byTitle = [];
        foreach ($rows as $row) {
            $entry = $entries->get($row->entry_id);
            $minutes = (int) round($row->seconds / 60);
            if ($entry !== null && $minutes > 0) {
                $byTitle[$entry->title][] = [$entry, $row, $minutes];
            }
        }
        $shown = $said = $byArea = [];
        foreach ($byTitle as $title => $times) {
            $latest = $times[0][0];
            if (count($times) < self::LEAST) {
                continue;
            }
            $estimates = array_filter(array_map(fn (array $one): ?int => self::estimate($one[0]), $times));
            $estimate = $estimates === [] ? null : reset($estimates);
            $minutes = array_column($times, 2);
            $quartiles = Quartiles::of($minutes);
            $middle = $quartiles->estimate();
            $area = $areas[$latest->calendar_id] ?? '';
            if ($estimate !== null) {
                $byArea[$area] ??= ['estimated' => 0, 'taken' => 0];
                $byArea[$area]['estimated'] += $estimate * count($minutes);
                $byArea[$area]['taken'] += array_sum($minutes);
            }
            $ahead = array_filter(
                array_column($times, 0),
                fn (Entry $one): bool => $one->isRoutine() && ($one->last_day === null || $one->last_day >= $today),
            );
            $shown[] = [
                'title' => (string) $title,
                'calendar_id' => $latest->calendar_id,
                'area_id' => $area,
                'estimate' => $estimate,
                'entry_ids' => array_values(array_unique(array_map(fn (Entry $one): string => $one->id, $ahead))),
                'times' => array_map(
                    fn (array $one): array => [
                        'date' => (string) $user->timeZone()->wall($one[1]->ended_at)->date(),
                        'minutes' => $one[2],
                        'entry_id' => $one[1]->entry_id,
                        'recurrence_id' => $one[1]->recurrence_id,
                    ],
                    $times,
                ),
                'low' => $quartiles->low,
                'middle' => $middle,
                'high' => $quartiles->high,
                'offers' => $ahead !== [] && $quartiles->isBetterThan($estimate),
            ];
            $said[] = ['title' => (string) $title, 'estimate' => $estimate, 'middle' => $middle];
        }
        usort($shown, fn (array $a, array $b): int => [$b['middle'], $a['title']] <=> [$a['middle'], $b['title']]);

        return [
            'things' => $shown,
            'areas' => array_map(
                fn (string $area, array $one): array => ['area_id' => $area, ...$one],
                array_keys($byArea),
                $byArea,
            ),
            'says' => DurationsInWords::of($said),
        ];
    }

    /** @return int|null minutes: what was estimated, else what is placed */
    private static function estimate(Entry $entry): ?int
    {
        return $entry->estimate ?? ($entry->all_day ? null : $entry->length);
    }
}
