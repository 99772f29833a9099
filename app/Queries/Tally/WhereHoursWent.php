<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Access\Visible;
use App\Models\Area;
use App\Models\User;
use PlumRota\Core\Time\LocalDate;

/** What was planned, done and intended of each life area in a stretch, and the lines each sum is made of. */
final readonly class WhereHoursWent
{
    public function __construct(private CountedLines $lines)
    {
    }

    /** @return array<string, mixed> the schema Tally of the contract */
    public function over(User $user, LocalDate $from, int $days): array
    {
        $here = self::sums($this->lines->over($user, $from, $days));
        $before = self::sums($this->lines->over($user, $from->plusDays(-$days), $days));

        return [
            'from' => (string) $from,
            'days' => $days,
            'areas' => array_values(
                Visible::to($user)
                    ->areas()
                    ->get()
                    ->map(
                        fn (Area $area): array => [
                            'area_id' => $area->id,
                            'planned' => $here[$area->id]['planned'] ?? 0,
                            'done' => $here[$area->id]['done'] ?? 0,
                            'before' => $before[$area->id]['done'] ?? 0,
                            'intended' => $area->intended_minutes === null ? null : (int) round(($area->intended_minutes * $days) / 7),
                        ],
                    )
                    ->all(),
            ),
        ];
    }

    /**
     * @param  'planned'|'done'  $of
     * @return array{minutes: int, lines: list<array<string, mixed>>} the schema TallyLines of the contract
     */
    public function lines(User $user, LocalDate $from, int $days, string $area, string $of): array
    {
        $lines = [];
        foreach ($this->lines->over($user, $from, $days) as $line) {
            if ($line['area_id'] === $area && $line[$of] > 0) {
                $lines[] = [
                    'entry_id' => $line['entry_id'],
                    'recurrence_id' => $line['recurrence_id'],
                    'title' => $line['title'],
                    'calendar_id' => $line['calendar_id'],
                    'at' => $line['at'],
                    'minutes' => $line[$of],
                    'timed' => $of === 'done' && $line['timed'],
                ];
            }
        }

        return ['minutes' => array_sum(array_column($lines, 'minutes')), 'lines' => $lines];
    }

    /**
     * @param  list<array{area_id: string, planned: int, done: int}>  $lines
     * @return array<string, array{planned: int, done: int}> by area
     */
    private static function sums(array $lines): array
    {
        $sums = [];
        foreach ($lines as $line) {
            $sums[$line['area_id']] ??= ['planned' => 0, 'done' => 0];
            $sums[$line['area_id']]['planned'] += $line['planned'];
            $sums[$line['area_id']]['done'] += $line['done'];
        }

        return $sums;
    }
}
