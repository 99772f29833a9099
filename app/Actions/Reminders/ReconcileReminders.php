<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Access\Changeable;
use App\Access\Visible;
use App\Models\Delivery;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use App\Queries\Reminding\ReminderRows;
use Illuminate\Database\Eloquent\Builder;

/**
 * Holds the reminders that are written down against those that should be, after something was changed. Nothing that was due
 * is lost by it: what no longer stands is kept aside, and comes back when the change is taken back.
 *
 * @phpstan-import-type Row from ReminderRows
 */
final readonly class ReconcileReminders
{
    /** Seconds that a change may have waited for its turn: what fell in them is still reminded of. */
    private const GRACE = 10;

    /** Entries changed at once from which on it is worth looking at the whole account first. */
    private const MANY = 50;

    public function __construct(private ReminderRows $rows)
    {
    }

    /**
     * @param  (\Closure(Builder<Entry>): Builder<Entry>)|null  $which  null for all
     * @param  list<string>  $ids  of those that may be gone
     */
    public function entries(User $user, ?\Closure $which, array $ids, int $now): void
    {
        $all = fn (): Builder => $which === null ? Visible::to($user)->entries() : $which(Visible::to($user)->entries());
        $found = array_filter($all()->toBase()->pluck('id')->all(), is_string(...));
        $asked = count($ids) > self::MANY ? $this->butSilent($user, $all(), $now) : $all();
        foreach ($asked->with('calendar')->lazy(200) as $entry) {
            $this->entry($user, $entry, $now);
        }
        $left = array_diff($ids, $found);
        if (count($left) > self::MANY) {
            $left = array_keys(array_intersect_key(array_flip($left), $this->written($user)));
        }
        foreach ($left as $gone) {
            // Of what is gone nothing to come is kept; what was due is, until it is stale.
            self::ofEntry($gone)->whereNull('handed_at')->where('fell_at', '>', $now)->delete();
            self::ofEntry($gone)
                ->whereNull('answered_at')
                ->where('dropped_at', 0)
                ->update(['dropped_at' => $now]);
        }
    }

    /**
     * Leaves out entries of which there is nothing to hold against anything: none of theirs is written down, and they remind of
     * nothing, or are long over. Found for the whole account at once, for where many are changed together.
     *
     * @param  Builder<Entry>  $entries
     * @return Builder<Entry>
     */
    private function butSilent(User $user, Builder $entries, int $now): Builder
    {
        $written = $this->written($user);
        $own = Changeable::by($user)
            ->overrides()
            ->whereNotIn('fields', ['{}', '[]'])
            ->toBase()
            ->distinct()
            ->pluck('entry_id', 'entry_id')
            ->all();
        $day = gmdate('Y-m-d', $now - 7 * 86400);
        $told = array_map(strval(...), array_keys($written + $own));

        return $entries->where(
            fn (Builder $either): Builder => $either
                ->where(fn (Builder $some): Builder => $some->among($told))
                ->orWhere(
                    fn (Builder $loud): Builder => $loud
                        ->where(fn (Builder $any): Builder => $any->where('own_reminders', false)->orWhere('reminders', '!=', '[]'))
                        ->where(
                            fn (Builder $lasts): Builder => $lasts
                                ->whereNotNull('due')
                                ->orWhereNull('last_day')
                                ->orWhere('last_day', '>=', $day),
                        ),
                ),
        );
    }

    /** @return array<string, true> by the ids of entries, there or gone, of which a reminder is written down */
    private function written(User $user): array
    {
        $written = [];
        foreach ($user->deliveries()->whereIn('kind', ['reminder', 'later'])->toBase()->pluck('key') as $key) {
            $written[explode('|', str_replace('later|', '', is_string($key) ? $key : ''))[0]] = true;
        }

        return $written;
    }

    private function entry(User $user, Entry $entry, int $now): void
    {
        /** @var list<Delivery> $open */
        $open = self::ofEntry($entry->id)
            ->where(fn (Builder $either) => $either->whereNull('handed_at')->orWhereNull('answered_at'))
            ->get()
            ->all();
        $back =
            array_filter($open, fn (Delivery $one): bool => $one->fell_at <= $now) === []
                ? $now - self::GRACE
                : $now - ReminderRows::LONGEST_BACK - 86400;
        $this->rows->loadOverrides(
            $user,
            $entry,
            $back,
            array_values(array_unique(array_map(fn (Delivery $one): string => $one->recurrence_id, $open))),
        );
        $rows = $this->rows->of($user, $entry, $back, max($user->planned_until, $now));
        $wanted = array_combine(array_column($rows, 'key'), $rows);
        foreach ($open as $one) {
            $this->hold($user, $entry, $one, $one->kind === 'later' ? null : $wanted[$one->key] ?? null, $now);
        }
        // What was typed for this minute and saved a moment later is told.
        Delivery::put(array_values(array_filter($rows, fn (array $row): bool => $row['fell_at'] > $now - self::GRACE)), anew: true);
    }

    /** @param  Row|null  $wanted  the same as it should be now */
    private function hold(User $user, Entry $entry, Delivery $one, ?array $wanted, int $now): void
    {
        $isDue = $one->fell_at <= $now;
        if ($one->kind === 'later') {
            $this->putOff($entry, $one, $now);
        } elseif ($wanted === null || ($one->handed_at === null && ! $isDue && $wanted['fell_at'] <= $now - self::GRACE)) {
            // Gone, done, or brought so near that its time had passed already.
            $one->handed_at === null && ! $isDue
                ? $one->delete()
                : $one->update(['dropped_at' => $one->dropped_at ?: $now, 'entry_id' => $entry->id]);
        } elseif ($wanted['fell_at'] > $now - self::GRACE && $wanted['fell_at'] !== $one->fell_at) {
            return; // it falls anew
        } elseif ($one->dropped_at === null || $wanted['fell_at'] === $one->fell_at) {
            $one->update([
                'entry_id' => $entry->id,
                'dropped_at' => null,
                'starts_at' => $wanted['starts_at'],
                'all_day' => $wanted['all_day'],
                'moment' => $one->handed_at === null ? $this->rows->held($user, $entry, $one->fell_at) : $one->moment,
            ]);
        }
    }

    /** What was put off comes back for as long as its occurrence is open. */
    private function putOff(Entry $entry, Delivery $one, int $now): void
    {
        $change = $entry->overrides->first(
            fn (OccurrenceOverride $change): bool => $change->recurrence_id === $one->recurrence_id,
        );
        $isOpen = $change === null || (! $change->skipped && $change->done_at === null && $change->let_go_at === null);
        $one->update(['entry_id' => $entry->id, 'dropped_at' => $isOpen ? null : ($one->dropped_at ?: $now)]);
    }

    /**
     * The agenda and the evening's call, at most once a day by each channel: what was handed over on a day does not come again
     * because its hour was changed.
     *
     * @param  list<Row>  $rows  after now
     */
    public function daily(User $user, array $rows, int $now): void
    {
        $all = $user->deliveries()->whereNull('handed_at')->whereNull('answered_at');
        (clone $all)
            ->whereIn('kind', ['agenda', 'evening'])
            ->where('fell_at', '>', $now)
            ->delete();
        foreach (['agenda' => $user->agenda_at, 'evening' => $user->evening_at] as $kind => $minute) {
            (clone $all)
                ->where('kind', $kind)
                ->when($minute !== null, fn (Builder $query) => $query->whereNotIn('channel', $user->agenda_channels))
                ->delete();
        }
        Delivery::put($rows, anew: false);
    }

    /**
     * What stands there already stays, unless its occurrence has come to fall at another moment.
     *
     * @param  list<Row>  $rows
     */
    public function add(array $rows): void
    {
        $isDaily = fn (array $row): bool => $row['entry_id'] === null;
        Delivery::put(array_values(array_filter($rows, $isDaily)), anew: false);
        Delivery::put(array_values(array_filter($rows, fn (array $row): bool => ! $isDaily($row))), anew: true);
    }

    /** @return Builder<Delivery> also those whose entry was deleted and may be there again */
    private static function ofEntry(string $id): Builder
    {
        return Delivery::query()
            ->whereIn('kind', ['reminder', 'later'])
            ->where(
                fn (Builder $either) => $either
                    ->where('entry_id', $id)
                    ->orWhere(fn (Builder $gone) => $gone->where('key', '>=', "{$id}|")->where('key', '<', "{$id}}"))
                    ->orWhere(fn (Builder $gone) => $gone->where('key', '>=', "later|{$id}|")->where('key', '<', "later|{$id}}")),
            );
    }
}
