<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Mapping\SeriesOf;
use App\Models\Delivery;
use App\Models\Entry;
use App\Models\User;
use App\Queries\DaysOff;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Reminding\Moments;
use PlumRota\Core\Reminding\Trigger;

/**
 * Writes down the reminders that have fallen since the last look, each exactly once.
 *
 * The stretch looked at begins where the last one ended, and a unique key holds should two look at once: a reminder
 * falls whether a page is open or not.
 */
final readonly class CollectReminders
{
    public function __construct(private DaysOff $daysOff)
    {
    }

    public function collect(User $user): int
    {
        return DB::transaction(function () use ($user): int {
            $now = CarbonImmutable::now()->getTimestamp();
            // Writes before it reads, so that a second look waits for this one.
            $moved = DB::table('users')->where('id', $user->id)->where(fn (Builder $never) => $never->whereNull('reminded_until')->orWhere('reminded_until', '<', $now))
                ->update(['reminded_before' => DB::raw('reminded_until'), 'reminded_until' => $now]);
            $after = DB::table('users')->where('id', $user->id)->value('reminded_before');
            if ($moved === 0 || ! is_numeric($after)) {
                return 0;
            }

            return $this->write($user, (int) $after, $now);
        });
    }

    private function write(User $user, int $after, int $until): int
    {
        $moments = new Moments($user->timeZone(), $this->daysOff->marks($user));
        $rows = [];
        foreach (Entry::query()->where('user_id', $user->id)->whereNotNull('start')->where('reminders', '!=', '[]')
            ->where(fn ($ends) => $ends->whereNull('last_day')->orWhere('last_day', '>=', gmdate('Y-m-d', $after - 86400 * 2))
                ->orWhereHas('changes', fn ($moved) => $moved->where('moved_to', '>=', gmdate('Y-m-d', $after - 86400 * 2))))
            ->with('changes')->get() as $entry) {
            $series = SeriesOf::entry($entry);
            if ($series === null) {
                continue;
            }
            $changes = array_values($entry->changes->map(SeriesOf::change(...))->all());
            foreach ($moments->between($series, $changes, array_map(Trigger::parse(...), $entry->reminders), $after, $until) as $moment) {
                $rows[] = [
                    'user_id' => $user->id,
                    'entry_id' => $entry->id,
                    'recurrence_id' => $moment->occurrence->recurrenceId,
                    'trigger' => (string) $moment->trigger,
                    'moment' => $moment->at,
                    'starts_at' => $moment->occurrence->placement->startsAt($user->timeZone()),
                ];
            }
        }

        return $rows === [] ? 0 : Delivery::query()->insertOrIgnore($rows);
    }
}
