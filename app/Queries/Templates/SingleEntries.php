<?php

declare(strict_types=1);

namespace App\Queries\Templates;

use App\Access\Visible;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** What of a week happens once, and where it would stand a week later: for making the next week like it. */
final readonly class SingleEntries
{
    public function __construct(private OccurrencesBetween $occurrences, private StampPreview $preview)
    {
    }

    /** @return list<array{entry_id: string, title: string, calendar_id: string, area_id: string, to: Placement, busy: bool}> by start */
    public function of(User $user, LocalDate $first): array
    {
        $single = [];
        $followed = Visible::to($user)->calendars()->whereNotNull('follows')->pluck('id')->all();
        foreach ($this->occurrences->find($user, TimeRange::days($first, 7)) as $one) {
            // A lead-up belongs to its date, and what began before to the week before.
            if (
                $one->occurrence->recurrenceId !== Series::ONCE ||
                $one->entry->leads_to !== null ||
                $one->block->seen->from->date()->isBefore($first) ||
                in_array($one->entry->calendar_id, $followed, true)
            ) {
                continue;
            }
            $placement = $one->occurrence->placement;
            $single[] = [
                'entry_id' => $one->entry->id,
                'title' => $one->title(),
                'calendar_id' => $one->details()->calendar_id,
                'area_id' => $one->areaId,
                'to' => $placement->startingAt($placement->start->plusSeconds(7 * 86400)),
                'busy' => $one->details()->busy || $one->details()->protected,
            ];
        }

        return $single;
    }

    /** @return list<array<string, mixed>> the schema WeekCopy of the contract: each with what it would meet */
    public function preview(User $user, LocalDate $first): array
    {
        $single = $this->of($user, $first);
        $met = $this->preview->meeting(
            $user,
            array_map(
                fn (int $i, array $one): array => [
                    'date' => (string) $one['to']->start->date(),
                    'part' => $i,
                    'title' => $one['title'],
                    'calendar_id' => $one['calendar_id'],
                    'place' => $one['to'],
                    'busy' => $one['busy'],
                ],
                array_keys($single),
                $single,
            ),
        );

        return array_map(
            fn (array $one, array $shown): array => [
                'entry_id' => $one['entry_id'],
                'area_id' => $one['area_id'],
                ...array_diff_key($shown, ['part' => true]),
            ],
            $single,
            $met,
        );
    }
}
