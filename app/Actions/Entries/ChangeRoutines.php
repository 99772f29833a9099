<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\Until;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;

/** Changes several routines at once, as one step: ends them, or gives them another calendar or another way when they are missed. */
final readonly class ChangeRoutines
{
    public function __construct(private WritePath $writes)
    {
    }

    /**
     * @param  non-empty-list<string>  $ids
     * @param  LocalDate  $last  the last day on which they may come; what was done after it stays
     *
     * @throws CannotReschedule and nothing of it is done
     */
    public function end(User $user, array $ids, LocalDate $last): void
    {
        $this->each($user, $ids, 'Ended', function (Entry $entry) use ($last): void {
            if ($entry->leads_to !== null) {
                return; // it ends with what it leads up to
            }
            $old = SeriesOf::mendable($entry);
            if ($old === null) {
                throw new CannotReschedule("“{$entry->title}” cannot be read. Open it and mend its rhythm first.");
            }
            if ($last->isBefore($old->placement->start->date())) {
                RemoveEntry::whole($entry);

                return;
            }
            $isKept = fn (LocalDateTime $date): bool => ! $last->isBefore($date->date());
            $rule = $old->rule === null ? null : self::ending($old->rule, $old->placement, $last);
            SaveSeries::into(
                $entry,
                new Series(
                    $old->id,
                    $old->placement,
                    $rule,
                    array_values(array_filter($old->extra, $isKept)),
                    $old->except,
                    $old->afterDone,
                    $old->breaks,
                ),
                ['seasons' => $entry->seasons, 'pauses' => $entry->pauses, 'off_day' => $entry->off_day],
            );
            $entry
                ->overrides()
                ->where('day', '>', (string) $last)
                ->whereNull('done_at')
                ->get()
                ->each(fn (OccurrenceOverride $one) => $one->delete());
        });
    }

    /**
     * @param  non-empty-list<string>  $ids
     * @param  array{calendar_id?: string, missed?: string}  $columns
     */
    public function change(User $user, array $ids, array $columns): void
    {
        $this->each(
            $user,
            $ids,
            'Changed',
            fn (Entry $entry) => $entry->update([...$columns, 'version' => $entry->version + 1]),
        );
    }

    private static function ending(RecurrenceRule $rule, Placement $placement, LocalDate $last): RecurrenceRule
    {
        $end = $last->at(23, 59, 59);

        return $rule->ending(
            null,
            match (true) {
                $placement->allDay => Until::date($last),
                $placement->zone === null => Until::wall($end),
                default => Until::instant($placement->zone->instant($end)),
            },
        );
    }

    /**
     * @param  non-empty-list<string>  $ids
     * @param  \Closure(Entry): mixed  $work
     */
    private function each(User $user, array $ids, string $verb, \Closure $work): void
    {
        $mine = Changeable::by($user);
        $number = count($ids);
        $label = $number === 1 ? "{$verb} “{$mine->entry($ids[0])->title}”" : "{$verb} {$number} routines";
        $this->writes->run($user, $label, function () use ($mine, $ids, $work): void {
            foreach ($ids as $id) {
                $entry = $mine->entries()->find($id);
                if ($entry !== null) {
                    // it may have gone with what it leads up to
                    $work($entry);
                }
            }
        });
    }
}
