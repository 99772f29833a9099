<?php

declare(strict_types=1);

namespace App\Actions\Reminders;

use App\Access\Visible;
use App\Exceptions\StorageTrouble;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Reminding\ReminderRows;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Throwable;

/**
 * Writes reminders down before they fall, some days ahead, each channel of each reminder of each occurrence under a key of its
 * own. What is due and was not handed over stays due, whatever is changed, as long as its occurrence stands and still asks
 * for it; what was handed over is not repeated, unless its occurrence now falls at another moment to come.
 *
 * Before a change the account is written down up to now as it was; after it, what the change touched is held against what
 * should be there (ReconcileReminders).
 */
final readonly class PlanReminders
{
    private const AHEAD = 3 * 86400;

    /** Once less than this is left, the next days are written down. */
    private const LEAST_AHEAD = 86400;

    /** Written down further ahead than this plus AHEAD, the clock was ahead when it was done. */
    private const SLACK = 3600;

    /** Seconds until an account is tried again that could not be reckoned with. */
    private const AGAIN = 600;

    /** Settings on which a moment depends. */
    private const SETTINGS = [
        'zone',
        'quiet_from',
        'quiet_to',
        'agenda_at',
        'agenda_channels',
        'evening_at',
        'work_days',
        'holidays',
    ];

    private const AT_ONCE = 1000;

    /** Columns of a calendar that its entries follow. */
    private const DEFAULTS = ['reminders', 'reminders_all_day'];

    public function __construct(private ReminderRows $rows, private ReconcileReminders $reconcile)
    {
    }

    /**
     * Accounts whose next days are not written down yet, those first that have the least written down. Costs one look into an
     * index when there are none.
     *
     * @param  int  $most  accounts at once, so that what is due meanwhile need not wait for all of them
     * @return bool whether there may be more of them
     */
    public function extendSome(int $most): bool
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $behind = fn (): Builder => User::query()->where(
            fn (Builder $either): Builder => $either
                ->where('planned_until', '<', $now + self::LEAST_AHEAD)
                ->orWhere('planned_until', '>', $now + self::AHEAD + self::SLACK),
        );
        $ids = $behind()->orderBy('planned_until')->limit($most)->pluck('id');
        foreach ($ids as $id) {
            try {
                // Read again inside: somebody may have changed the account, or written its days down, meanwhile.
                DB::transaction(fn () => $behind()->whereKey($id)->get()->each(fn (User $user) => $this->extend($user, $now)));
            } catch (Throwable $fault) {
                $this->putOff($id, $now, $fault);
            }
        }

        return count($ids) === $most;
    }

    /** One account that cannot be reckoned with keeps no other waiting: it is tried again in a while. */
    private function putOff(mixed $id, int $now, Throwable $fault): void
    {
        if (StorageTrouble::sentence($fault) !== null) {
            throw $fault;
        }
        report($fault);
        self::plannedUntil($id, $now + self::LEAST_AHEAD + self::AGAIN);
    }

    /** Inside the transaction of a change, before anything is changed: what fell until now is what it was until now. */
    public function before(User $user): void
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $stored = User::query()->findOrFail($user->id);
        if ($stored->planned_until < $now + self::LEAST_AHEAD || $stored->planned_until > $now + self::AHEAD + self::SLACK) {
            $this->extend($stored, $now);
        }
    }

    /**
     * After a change, inside its transaction.
     *
     * @param  list<array{table: string, id: int|string, before: ?array<string, mixed>, after: ?array<string, mixed>}>  $changed
     */
    public function after(User $user, array $changed): void
    {
        $entries = $calendars = [];
        $all = false;
        foreach ($changed as $row) {
            $entry = match ($row['table']) {
                'entries' => $row['id'],
                'overrides' => $row['after']['entry_id'] ?? ($row['before']['entry_id'] ?? null),
                default => null,
            };
            if (is_string($entry)) {
                $entries[$entry] = $entry;
            }
            if ($row['table'] === 'calendars' && self::differs($row['before'] ?? [], $row['after'] ?? [], self::DEFAULTS)) {
                $calendars[] = $row['id'];
            }
            $all =
                $all || ($row['table'] === 'users' && self::differs($row['before'] ?? [], $row['after'] ?? [], self::SETTINGS));
        }
        if ($all || $entries !== [] || $calendars !== []) {
            $stored = User::query()->findOrFail($user->id);
            $now = CarbonImmutable::now()->getTimestamp();
            if ($all) {
                $this->reconcile->daily($stored, $this->rows->daily($stored, $now, $stored->planned_until), $now);
            }
            if ($all) {
                $this->reconcile->entries($stored, null, array_values($entries), $now);

                return;
            }
            // Some at a time: a statement takes so many values and no more.
            foreach (array_chunk(array_values($entries), self::AT_ONCE) as $some) {
                $this->reconcile->entries($stored, fn (Builder $query): Builder => $query->whereKey($some), $some, $now);
            }
            if ($calendars !== []) {
                $this->reconcile->entries(
                    $stored,
                    fn (Builder $query): Builder => $query->whereIn('calendar_id', $calendars),
                    [],
                    $now,
                );
            }
        }
    }

    /**
     * @param  array<string, mixed>  $before
     * @param  array<string, mixed>  $after
     * @param  list<string>  $names
     */
    private static function differs(array $before, array $after, array $names): bool
    {
        foreach ($names as $name) {
            if (($before[$name] ?? null) != ($after[$name] ?? null)) {
                return true;
            }
        }

        return false;
    }

    private function extend(User $user, int $now): void
    {
        // Never yet, or by a clock that was ahead: from now on. Else from where it ended.
        $isAnew = $user->planned_until === 0 || $user->planned_until > $now + self::AHEAD + self::SLACK;
        $after = $isAnew ? $now : max(min($user->planned_until, $now), $now - ReminderRows::LONGEST_BACK);
        $until = $now + self::AHEAD;
        $rows = $this->rows->daily($user, $after, $until);
        foreach ($this->entries($user, $after) as $entry) {
            $this->rows->loadOverrides($user, $entry, $after);
            array_push($rows, ...$this->rows->of($user, $entry, $after, $until, unchangedSince: $now));
        }
        $this->reconcile->add($rows);
        self::plannedUntil($user->id, $until);
    }

    /** Beside what the account is asked by: it is no change of it. */
    private static function plannedUntil(mixed $id, int $until): void
    {
        User::query()->whereKey($id)->toBase()->update(['planned_until' => $until]);
    }

    /** @return iterable<Entry> that may remind of something after a moment */
    private function entries(User $user, int $after): iterable
    {
        $day = gmdate('Y-m-d', $after - 86400 * 2);

        return Visible::to($user)
            ->entries()
            ->where(fn (Builder $any) => $any->where('own_reminders', false)->orWhere('reminders', '!=', '[]'))
            ->where(
                fn (Builder $ends) => $ends
                    ->where(fn (Builder $loose) => $loose->whereNull('start')->where('due', '>=', $day))
                    ->orWhere(
                        fn (Builder $placed) => $placed
                            ->whereNotNull('start')
                            ->where(
                                fn (Builder $last) => $last
                                    ->whereNull('last_day')
                                    ->orWhere('last_day', '>=', $day)
                                    ->orWhere('due', '>=', $day)
                                    ->orWhereHas('overrides', fn (Builder $moved) => $moved->where('moved_to', '>=', $day)),
                            ),
                    ),
            )
            ->with('calendar')
            ->lazy(200);
    }
}
