<?php

declare(strict_types=1);

namespace App\Queries\Planning;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\User;
use App\Reading\TimingRows;
use Carbon\CarbonImmutable;
use PlumRota\Core\Planning\Stint;
use stdClass;

/** What is being timed, and how long was worked on what. */
final readonly class Timings
{
    public function __construct(private TimingRows $rows)
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
