<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Actions\Entries\LetGoOccurrence;
use App\Actions\Entries\SkipOccurrence;
use App\Actions\Entries\TickOccurrence;
use App\Models\Delivery;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Reminding\QuietHours;
use PlumRota\Core\Reminding\Snooze;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;

/** What is done about a reminder that has fallen. Answered in one place, it is quiet in all others. */
final readonly class AnswerReminder
{
    public function __construct(private TickOccurrence $ticks, private SkipOccurrence $skips, private LetGoOccurrence $letGo)
    {
    }

    /** @return bool whether this page is the one that shows it; every other gets false */
    public function show(Delivery $delivery): bool
    {
        return Delivery::query()
            ->whereKey($delivery->id)
            ->whereNull('shown_at')
            ->update(['shown_at' => CarbonImmutable::now()->getTimestamp()]) === 1;
    }

    /** Seen, and nothing more. */
    public function dismiss(Delivery $delivery): void
    {
        DB::transaction(fn () => $this->quiet($delivery));
    }

    /** @throws NoSuchOccurrence */
    public function done(User $user, Delivery $delivery): void
    {
        DB::transaction(function () use ($user, $delivery): void {
            if ($delivery->entry !== null && $delivery->entry->kind === 'task') {
                $this->ticks->tick($user, $delivery->entry, $delivery->recurrence_id, true);
            }
            $this->quiet($delivery);
        });
    }

    /**
     * Of a routine this one is left out; what happens once is let go.
     *
     * @throws NoSuchOccurrence
     */
    public function skip(User $user, Delivery $delivery): void
    {
        DB::transaction(function () use ($user, $delivery): void {
            $entry = $delivery->entry;
            if ($entry !== null) {
                ! $entry->isRoutine()
                    ? $this->letGo->letGo($user, $entry, $delivery->recurrence_id, true)
                    : $this->skips->skip($user, $entry, $delivery->recurrence_id, true);
            }
            $this->quiet($delivery);
        });
    }

    /**
     * It is quiet until then and comes back by the same channels (RFC 9074 6).
     *
     * @param  string  $choice  ten, hour, evening, morning, or a date and time on the account's walls
     * @return LocalDateTime when it comes back, on the account's walls
     *
     * @throws InvalidTime when that has passed
     */
    public function later(User $user, Delivery $delivery, string $choice): LocalDateTime
    {
        $zone = $user->timeZone();
        $at = (new Snooze($zone, CarbonImmutable::now()->getTimestamp()))->moment($choice);
        // Within the quiet hours it would not be told: it comes back at their end, and that is said.
        $at = (new QuietHours($user->quiet_from, $user->quiet_to))->held($at, $zone);
        DB::transaction(function () use ($delivery, $at): void {
            foreach ($this->alike($delivery)->fallen()->get() as $one) {
                Delivery::query()->insertOrIgnore([
                    'user_id' => $one->user_id,
                    'kind' => 'later',
                    'entry_id' => $one->entry_id,
                    'recurrence_id' => $one->recurrence_id,
                    'trigger' => $one->trigger,
                    'channel' => $one->channel,
                    'key' => "later|{$one->entry_id}|{$one->recurrence_id}|{$one->channel}|{$at}",
                    'fell_at' => $at,
                    'moment' => $at,
                    'starts_at' => $one->starts_at,
                    'all_day' => $one->all_day,
                ]);
            }
            $this->alike($delivery)
                ->fallen()
                ->whereNull('answered_at')
                ->update(['answered_at' => CarbonImmutable::now()->getTimestamp()]);
            User::query()->whereKey($delivery->user_id)->increment('revision');
        });

        return $user->timeZone()->wall($at);
    }

    /** All that told of the same occurrence are answered; what was put off and has not come back yet does not come any more. */
    private function quiet(Delivery $delivery): void
    {
        if ($delivery->entry_id !== null) {
            QuietReminders::of($delivery->entry_id, $delivery->recurrence_id, forGood: true);
        } else {
            $this->alike($delivery)
                ->fallen()
                ->whereNull('answered_at')
                ->update(['answered_at' => CarbonImmutable::now()->getTimestamp()]);
        }
        User::query()->whereKey($delivery->user_id)->increment('revision');
    }

    /** @return \Illuminate\Database\Eloquent\Builder<Delivery> */
    private function alike(Delivery $delivery): \Illuminate\Database\Eloquent\Builder
    {
        return $delivery->entry_id === null
            ? Delivery::query()
                ->whereBelongsTo($delivery->user)
                ->where('kind', $delivery->kind)
                ->where('recurrence_id', $delivery->recurrence_id)
            : Delivery::query()->where('entry_id', $delivery->entry_id)->where('recurrence_id', $delivery->recurrence_id);
    }
}
