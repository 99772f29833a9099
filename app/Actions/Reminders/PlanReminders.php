<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Mapping\SeriesOf;
use App\Models\Delivery;
use App\Models\Entry;
use App\Models\User;
use App\Queries\DaysOff;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use PlumRota\Core\Reminding\Moments;
use PlumRota\Core\Reminding\QuietHours;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Reminding\Trigger;

/**
 * Writes reminders down before they fall, some days ahead, each way of each reminder of each occurrence under a key of its
 * own. Whatever changes an entry writes its reminders anew in the same transaction: what has not been handed over moves,
 * what has been is not repeated, unless its occurrence now falls at another moment to come.
 */
final readonly class PlanReminders
{
    private const AHEAD = 3 * 86400;

    /** Once less than this is left, the next days are written down. */
    private const LEAST_AHEAD = 86400;

    /** After a longer absence than this nobody wants to hear what fell before. */
    private const LONGEST_BACK = 14 * 86400;

    public function __construct(private DaysOff $daysOff)
    {
    }

    /** Accounts whose next days are not written down yet. Costs one look into an index when there are none. */
    public function extendAll(): void
    {
        $now = CarbonImmutable::now()->getTimestamp();
        foreach (User::query()->where('planned_until', '<', $now + self::LEAST_AHEAD)->get() as $user) {
            DB::transaction(fn () => $this->extend($user, $now));
        }
    }

    /**
     * After a change, inside its transaction.
     *
     * @param  list<array{table: string, id: int|string, before: ?array<string, mixed>, after: ?array<string, mixed>}>  $rows
     */
    public function after(User $user, array $rows): void
    {
        $entries = $calendars = [];
        foreach ($rows as $row) {
            $entry = match ($row['table']) {
                'entries' => $row['id'],
                'changes' => $row['after']['entry_id'] ?? $row['before']['entry_id'] ?? null,
                default => null,
            };
            if (is_string($entry)) {
                $entries[$entry] = $entry;
            }
            if ($row['table'] === 'calendars') {
                $calendars[] = $row['id'];
            }
            if ($row['table'] === 'users') {
                $this->anew($user);

                return;
            }
        }
        if ($entries !== [] || $calendars !== []) {
            $ids = array_values($entries);
            $this->write($user, fn (Builder $query): Builder => $query->where(fn (Builder $either): Builder => $either->whereKey($ids)->when($calendars !== [], fn (Builder $or): Builder => $or->orWhereIn('calendar_id', $calendars)->where('own_reminders', false))), $ids);
        }
    }

    /** Another zone, other quiet hours: everything that has not been handed over. */
    private function anew(User $user): void
    {
        $user = User::query()->findOrFail($user->id);
        Delivery::query()->where('user_id', $user->id)->whereIn('kind', ['agenda', 'evening'])->whereNull('handed_at')->delete();
        $this->write($user, fn (Builder $query): Builder => $query, null);
        $now = CarbonImmutable::now()->getTimestamp();
        $this->insert($this->daily($user, $now, $user->planned_until), $now);
    }

    private function extend(User $user, int $now): void
    {
        $after = $user->planned_until === 0 ? $now : max($user->planned_until, $now - self::LONGEST_BACK);
        $until = $now + self::AHEAD;
        $rows = $this->daily($user, $after, $until);
        foreach ($this->entries($user, $after) as $entry) {
            array_push($rows, ...$this->rows($user, $entry, $after, $until));
        }
        $this->insert($rows, $now);
        DB::table('users')->where('id', $user->id)->update(['planned_until' => $until]);
    }

    /**
     * @param  \Closure(Builder<Entry>): Builder<Entry>  $which
     * @param  list<string>|null  $ids  entries that may be gone; null for all
     */
    private function write(User $user, \Closure $which, ?array $ids): void
    {
        $until = (int) (is_numeric($found = DB::table('users')->where('id', $user->id)->value('planned_until')) ? $found : 0);
        if ($until === 0) {
            return; // the first look writes them all
        }
        $now = CarbonImmutable::now()->getTimestamp();
        $entries = $which(Entry::query()->where('user_id', $user->id))->with(['changes', 'calendar'])->get();
        Delivery::query()->where('user_id', $user->id)->where('kind', 'reminder')->whereNull('handed_at')
            ->when($ids !== null, fn ($query) => $query->whereIn('entry_id', [...($ids ?? []), ...$entries->modelKeys()]))->delete();
        $rows = [];
        foreach ($entries as $entry) {
            array_push($rows, ...$this->rows($user, $entry, $now, $until));
        }
        $this->insert($rows, $now);
    }

    /** @return iterable<Entry> that may remind of something after a moment */
    private function entries(User $user, int $after): iterable
    {
        $day = gmdate('Y-m-d', $after - 86400 * 2);

        return Entry::query()->where('user_id', $user->id)->whereNotNull('start')
            ->where(fn ($any) => $any->where('own_reminders', false)->orWhere('reminders', '!=', '[]'))
            ->where(fn ($ends) => $ends->whereNull('last_day')->orWhere('last_day', '>=', $day)->orWhere('due', '>=', $day)->orWhereHas('changes', fn ($moved) => $moved->where('moved_to', '>=', $day)))
            ->with(['changes', 'calendar'])->lazy(200);
    }

    /** @return list<array<string, mixed>> */
    private function rows(User $user, Entry $entry, int $after, int $until): array
    {
        $series = SeriesOf::entry($entry);
        $reminders = array_map(Reminder::parse(...), $entry->remindersInForce());
        if ($series === null || $reminders === []) {
            return [];
        }
        $ways = [];
        foreach ($reminders as $reminder) {
            $ways[(string) $reminder->trigger] = [...($ways[(string) $reminder->trigger] ?? []), ...$reminder->ways];
        }
        $quiet = new QuietHours($user->quiet_from, $user->quiet_to);
        $changes = array_values($entry->changes->map(SeriesOf::change(...))->all());
        $moments = (new Moments($user->timeZone(), $this->daysOff->marks($user)))->between($series, $changes, array_map(Trigger::parse(...), array_map(strval(...), array_keys($ways))), $after, $until, $entry->due, $entry->travel);
        $rows = [];
        foreach ($moments as $moment) {
            foreach ($ways[(string) $moment->trigger] as $way) {
                $id = $moment->occurrence->recurrenceId;
                $rows[] = [
                    'user_id' => $user->id, 'kind' => 'reminder', 'entry_id' => $entry->id, 'recurrence_id' => $id, 'trigger' => (string) $moment->trigger, 'way' => $way->value,
                    'key' => "{$entry->id}|{$id}|{$moment->trigger}|{$way->value}", 'fell_at' => $moment->at,
                    'moment' => $entry->always_through ? $moment->at : $quiet->held($moment->at, $user->timeZone()),
                    'starts_at' => $moment->occurrence->placement->startsAt($user->timeZone()),
                ];
            }
        }

        return $rows;
    }

    /** @return list<array<string, mixed>> the day's agenda and the evening's call to close it */
    private function daily(User $user, int $after, int $until): array
    {
        $zone = $user->timeZone();
        $rows = [];
        $first = $zone->wall($after)->date();
        for ($day = $first; $day->dayNumber() <= $zone->wall($until)->dayNumber(); $day = $day->plusDays(1)) {
            foreach (['agenda' => $user->agenda_at, 'evening' => $user->evening_at] as $kind => $minute) {
                $at = $minute === null ? null : $zone->instant($day->at(intdiv($minute, 60), $minute % 60));
                foreach ($at === null || $at <= $after || $at > $until ? [] : $user->agenda_ways as $way) {
                    $rows[] = ['user_id' => $user->id, 'kind' => $kind, 'entry_id' => null, 'recurrence_id' => (string) $day, 'trigger' => '', 'way' => $way, 'key' => "{$kind}|{$user->id}|{$day}|{$way}", 'fell_at' => $at, 'moment' => $at, 'starts_at' => $at];
                }
            }
        }

        return $rows;
    }

    /**
     * What stands there already stays, unless it falls at another moment that is still to come.
     *
     * @param  list<array<string, mixed>>  $rows
     */
    private function insert(array $rows, int $now): void
    {
        foreach (array_chunk($rows, 500) as $some) {
            $columns = array_keys($some[0]);
            $marks = implode(', ', array_fill(0, count($some), '('.implode(', ', array_fill(0, count($columns), '?')).')'));
            $values = array_merge(...array_map(array_values(...), $some));
            DB::insert('insert into deliveries ("'.implode('", "', $columns)."\") values {$marks}
                on conflict (key) do update set fell_at = excluded.fell_at, moment = excluded.moment, starts_at = excluded.starts_at, claim = null, claimed_at = null, handed_at = null, gathered = 0, shown_at = null, answered_at = null
                where deliveries.fell_at <> excluded.fell_at and excluded.fell_at > {$now}", $values);
        }
    }
}
