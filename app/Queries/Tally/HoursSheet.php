<?php

declare(strict_types=1);

namespace App\Queries\Tally;

use App\Models\User;
use PlumRota\Core\Tally\Rounding;
use PlumRota\Core\Time\LocalDate;

/** The time that was timed in a stretch, day by day and thing by thing, rounded as chosen: what is handed to a client. */
final readonly class HoursSheet
{
    public function __construct(private CountedLines $lines)
    {
    }

    /**
     * @param  'area'|'calendar'|'label'|'theme'|'effort'|'entry'|'person'  $by
     * @param  string|null  $group  the one that it is for; null for all
     * @return array<string, mixed> the schema HoursSheet of the contract
     */
    public function show(
        User $user,
        LocalDate $from,
        int $days,
        string $by,
        ?string $group,
        Choice $choice,
        Rounding $rounding,
    ): array {
        $grouping = Grouping::by($by, $user, $from, $days);
        $rows = $groups = [];
        foreach ($this->lines->over($user, $from, $days)->lines as $line) {
            if (! $line->count->isTimed || $line->count->worked === 0 || ! $choice->takes($line)) {
                continue;
            }
            $ids = $grouping->of($line);
            foreach ($ids as $id) {
                $groups[$id] ??= ['id' => $id, 'name' => $grouping->name($id)];
            }
            if ($group !== null && ! in_array($group, $ids, true)) {
                continue;
            }
            // An hour is one hour, also where it is for several.
            $names = implode(', ', array_map($grouping->name(...), $group === null ? $ids : [$group]));
            $date = (string) LocalDate::fromDayNumber((int) floor($line->count->from / 86400));
            $key = "{$date}|{$names}|{$line->of->title}";
            $rows[$key] ??= ['date' => $date, 'title' => $line->of->title, 'group' => $names, 'minutes' => 0, 'rounded' => 0];
            $rows[$key]['minutes'] += $line->count->worked;
        }
        foreach ($rows as $key => $row) {
            $rows[$key]['rounded'] = $rounding->of($row['minutes']);
        }
        ksort($rows);
        usort($groups, fn (array $a, array $b): int => $a['name'] <=> $b['name']);

        return [
            'rows' => array_values($rows),
            'groups' => $groups,
            'minutes' => array_sum(array_column($rows, 'minutes')),
            'rounded' => array_sum(array_column($rows, 'rounded')),
        ];
    }
}
