<?php

declare(strict_types=1);

namespace App\Queries\Templates;

use App\Models\Template;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use PlumRota\Core\Planning\Stamping\Part;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;

/** What would stand where if a template were stamped, and what it would meet there. Nothing is saved. */
final readonly class StampPreview
{
    public function __construct(private OccurrencesBetween $occurrences)
    {
    }

    /**
     * @param  list<LocalDate>  $dates  days, or first days of weeks
     * @return list<array{date: string, part: int, title: string, calendar_id: string, start: string, end: string, all_day: bool,
     *   meets: list<string>}>
     */
    public function of(User $user, Template $template, array $dates): array
    {
        $wanted = [];
        foreach ($dates as $date) {
            foreach ($template->parts as $part) {
                $fields = $part['fields'];
                $wanted[] = [
                    'date' => (string) $date,
                    'part' => $part['part'],
                    'title' => is_string($fields['title'] ?? null) ? $fields['title'] : '',
                    'calendar_id' => is_string($fields['calendar_id'] ?? null) ? $fields['calendar_id'] : '',
                    'place' => (new Part($part['day'], $part['at'], $part['length']))->on($date, $user->timeZone()),
                    'busy' => ($fields['busy'] ?? true) === true || ($fields['protected'] ?? false) === true,
                ];
            }
        }

        return $this->meeting($user, $wanted);
    }

    /**
     * @param  list<array{date: string, part: int, title: string, calendar_id: string, place: Placement, busy: bool}>  $wanted
     * @return list<array{date: string, part: int, title: string, calendar_id: string, start: string, end: string, all_day: bool,
     *   meets: list<string>}>
     */
    public function meeting(User $user, array $wanted): array
    {
        $ranges = array_map(fn (array $one): TimeRange => $one['place']->seenFrom($user->timeZone()), $wanted);
        $there = [];
        $lasting = array_values(array_filter($ranges, fn (TimeRange $range): bool => $range->minutes() > 0));
        foreach ($this->occurrences->ofEach($user, $lasting) as $one) {
            $block = $one->block;
            $counts = ($block->isBusy && ! $block->isTentative) || $one->details()->protected;
            if (! $block->allDay && ! $block->isDone && $counts && $block->seen->minutes() > 0) {
                $there[$one->key()] = [$block->seen, $one->title()];
            }
        }
        $shown = [];
        foreach ($wanted as $i => $one) {
            $meets = [];
            foreach ($one['place']->allDay || ! $one['busy'] ? [] : $there as [$range, $title]) {
                if ($range->touches($ranges[$i])) {
                    $meets[] = $title;
                }
            }
            $shown[] = [
                'date' => $one['date'],
                'part' => $one['part'],
                'title' => $one['title'],
                'calendar_id' => $one['calendar_id'],
                'start' => $one['place']->startText(),
                'end' => (string) $one['place']->end(),
                'all_day' => $one['place']->allDay,
                'meets' => array_values(array_unique($meets)),
            ];
        }

        return $shown;
    }
}
