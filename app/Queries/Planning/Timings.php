<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Timing;
use App\Models\User;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Reading\TimingRows;
use Carbon\CarbonImmutable;
use PlumRota\Core\Planning\Stint;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\TimeRange;
use stdClass;

/** What is being timed, and how long was worked on what. */
final readonly class Timings
{
    public function __construct(private TimingRows $rows, private OccurrencesBetween $occurrences)
    {
    }

    /** @return array<string, mixed>|null the schema RunningTiming of the contract */
    public function running(User $user): ?array
    {
        $timing = $user->timings()->whereNull('ended_at')->latest('started_at')->first();
        if ($timing === null) {
            return null;
        }
        $entry = Visible::to($user)->entries()->find($timing->entry_id);
        $details = $entry === null ? null : SeriesOf::detailsOf($entry, $timing->recurrence_id);

        return [
            'id' => $timing->id,
            'entry_id' => $timing->entry_id,
            'recurrence_id' => $timing->recurrence_id,
            'title' => $details->title ?? 'something that is not there any more',
            'calendar_id' => $details?->calendar_id,
            'started_at' => $timing->started_at,
            'planned' => $timing->planned,
            'bell' => $timing->stint()->bell(),
            'forgotten' => $timing->stint()->isForgotten(CarbonImmutable::now()->getTimestamp()),
        ];
    }

    /**
     * What was timed of one occurrence, the earliest first.
     *
     * @return list<array{id: string, started: string, ended: string|null, minutes: int}> wall times of the account
     */
    public function list(User $user, string $entryId, string $recurrenceId): array
    {
        $zone = $user->timeZone();
        $now = CarbonImmutable::now()->getTimestamp();

        return array_values(
            $user
                ->timings()
                ->where('entry_id', $entryId)
                ->where('recurrence_id', $recurrenceId)
                ->orderBy('started_at')
                ->get()
                ->map(
                    fn (Timing $timing): array => [
                        'id' => $timing->id,
                        'started' => (string) $zone->wall($timing->started_at),
                        'ended' => $timing->ended_at === null ? null : (string) $zone->wall($timing->ended_at),
                        'minutes' => Stint::minutes([$timing->stint()], $now),
                    ],
                )
                ->all(),
        );
    }

    /** @return array<string, mixed> what was timed on a day, and what a timing of it can be of */
    public function ofDay(User $user, LocalDate $day): array
    {
        $zone = $user->timeZone();
        $range = TimeRange::days($day, 1);
        $now = CarbonImmutable::now()->getTimestamp();
        $entries = Visible::to($user)->entries();
        $timings = $user
            ->timings()
            ->touching($zone->instant($range->from), $zone->instant($range->to), $now)
            ->orderBy('started_at')
            ->get();
        $known = (clone $entries)->whereIn('id', $timings->pluck('entry_id'))->get()->keyBy('id');
        $shown = $choices = [];
        foreach ($timings as $timing) {
            $entry = $known->get($timing->entry_id);
            $details = $entry === null ? null : SeriesOf::detailsOf($entry, $timing->recurrence_id);
            $what = [
                'entry_id' => $timing->entry_id,
                'recurrence_id' => $timing->recurrence_id,
                'title' => $details->title ?? 'something that is not there any more',
                'calendar_id' => $details?->calendar_id,
            ];
            $shown[] = [
                'id' => $timing->id,
                ...$what,
                'started' => (string) $zone->wall($timing->started_at),
                'ended' => $timing->ended_at === null ? null : (string) $zone->wall($timing->ended_at),
                'minutes' => Stint::minutes([$timing->stint()], $now),
                'forgotten' => $timing->stint()->isForgotten($now),
            ];
            if ($details !== null) {
                $choices["{$timing->entry_id}|{$timing->recurrence_id}"] = $what;
            }
        }
        foreach ($this->occurrences->find($user, $range) as $one) {
            $choices[$one->key()] = [
                'entry_id' => $one->entry->id,
                'recurrence_id' => $one->occurrence->recurrenceId,
                'title' => $one->title(),
                'calendar_id' => $one->details()->calendar_id,
            ];
        }
        foreach ((clone $entries)->whereNull('start')->orderBy('title')->get() as $entry) {
            $choices["{$entry->id}|once"] ??= [
                'entry_id' => $entry->id,
                'recurrence_id' => Series::ONCE,
                'title' => $entry->title,
                'calendar_id' => $entry->calendar_id,
            ];
        }

        return ['date' => (string) $day, 'timings' => $shown, 'occurrences' => array_values($choices)];
    }

    /**
     * @param  list<string>  $entryIds
     * @return array<string, int> minutes by key (entry id, bar, recurrence id)
     */
    public function minutes(User $user, array $entryIds): array
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $stints = [];
        foreach ($this->rows->of(Visible::to($user), $entryIds) as $row) {
            assert(
                $row instanceof stdClass &&
                    is_string($row->entry_id) &&
                    is_string($row->recurrence_id) &&
                    is_int($row->started_at) &&
                    ($row->ended_at === null || is_int($row->ended_at)),
            );
            $stints["{$row->entry_id}|{$row->recurrence_id}"][] = new Stint($row->started_at, $row->ended_at);
        }

        return array_map(fn (array $all): int => Stint::minutes($all, $now), $stints);
    }
}
