<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Delivery;
use App\Models\User;
use App\Queries\Reminding\ReminderNote;
use App\Queries\Reminding\ReminderRows;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;

/**
 * What has fallen, by whatever channel, and is unanswered: each occurrence once, the earliest first. What is for the screen and
 * due stands here whether or not a worker has come by.
 */
final readonly class Waiting
{
    private const MOST = 200;

    public function __construct(private ReminderNote $notes)
    {
    }

    /** @return list<array<string, mixed>> the schema Reminder of the contract */
    public function show(User $user): array
    {
        $all = $user
            ->deliveries()
            ->whereNull('answered_at')
            ->fallen()
            ->where(fn (Builder $here) => $here->whereNotNull('handed_at')->orWhere('channel', 'screen'))
            ->where('fell_at', '>', CarbonImmutable::now()->getTimestamp() - ReminderRows::LONGEST_BACK)
            ->with(['entry.calendar', 'user'])
            ->orderBy('fell_at')
            ->orderBy('id')
            ->limit(2 * self::MOST)
            ->get();
        /** @var array<string, string> $areas */
        $areas = Visible::to($user)->areaOfCalendar();
        $waiting = [];
        foreach ($all as $one) {
            $place =
                $one->entry_id === null
                    ? "{$one->kind}|{$one->recurrence_id}"
                    : "{$one->entry_id}|{$one->recurrence_id}|{$one->fell_at}";
            $waiting[$place] ??= $this->item($user, $one, $areas);
        }

        return array_slice(array_values($waiting), 0, self::MOST);
    }

    /**
     * @param  array<string, string>  $areas  by calendar
     * @return array<string, mixed>
     */
    private function item(User $user, Delivery $one, array $areas): array
    {
        $details = $one->entry === null ? null : SeriesOf::detailsOf($one->entry, $one->recurrence_id);
        $note = $one->entry === null ? $this->notes->of($user, [$one]) : null;

        return [
            'id' => $one->id,
            'entry_id' => $one->entry_id,
            'recurrence_id' => $one->recurrence_id,
            'title' => $details->title ?? ($note->title ?? ''),
            'lines' => $note->lines ?? [],
            'kind' => $one->entry->kind ?? ($one->kind === 'evening' ? 'evening' : 'agenda'),
            'routine' => $one->entry !== null && $one->entry->isRoutine(),
            'all_day' => $one->all_day,
            'area_id' => $details === null ? null : $areas[$details->calendar_id] ?? null,
            'moment' => $one->fell_at,
            'starts_at' => $one->starts_at,
            'due' => $one->entry !== null && $one->entry->start === null,
            'leave_at' => $one->entry !== null && ! $one->all_day && $details->travel > 0 ? $one->starts_at - $details->travel * 60 : null,
            'claimed' => $one->shown_at !== null,
            'gathered' => $one->gathered,
        ];
    }
}
