<?php

declare(strict_types=1);

namespace App\Actions\Timings;

use App\Actions\Entries\KnownOccurrence;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\Timing;
use App\Models\User;
use Carbon\CarbonImmutable;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Time\InvalidTime;

/** Sets timed work right afterwards. Two timings never overlap, and none ends later than now. All moments are Unix seconds. */
final readonly class MendTiming
{
    public function __construct(private WritePath $writes)
    {
    }

    /**
     * Writes down work that was not timed while it was done.
     *
     * @throws InvalidTime|NoSuchOccurrence
     */
    public function add(User $user, Entry $entry, string $recurrenceId, int $startedAt, int $endedAt): Timing
    {
        KnownOccurrence::require($entry, $recurrenceId);

        return $this->writes->run($user, "Added a timing of “{$entry->title}”", function () use (
            $user,
            $entry,
            $recurrenceId,
            $startedAt,
            $endedAt,
        ): Timing {
            $this->refuse($user, null, $startedAt, $endedAt);

            return $user->timings()->create([
                'entry_id' => $entry->id,
                'recurrence_id' => $recurrenceId,
                'started_at' => $startedAt,
                'ended_at' => $endedAt,
            ]);
        });
    }

    /** @throws InvalidTime when it would end before it started, later than now, or run while something else was timed */
    public function correct(User $user, Timing $timing, int $startedAt, int $endedAt): void
    {
        $this->writes->run($user, 'Set a timing right', function () use ($user, $timing, $startedAt, $endedAt): void {
            $this->refuse($user, $timing, $startedAt, $endedAt);
            $timing->update(['started_at' => $startedAt, 'ended_at' => $endedAt]);
        });
    }

    /**
     * Makes two of one: the later half can then be moved to what it was really spent on.
     *
     * @throws InvalidTime when the moment lies outside of it, or it still runs
     */
    public function split(User $user, Timing $timing, int $at): Timing
    {
        if ($timing->ended_at === null) {
            throw new InvalidTime('It still runs. Stop it first.');
        }
        if ($at <= $timing->started_at || $at >= $timing->ended_at) {
            throw new InvalidTime('It is split at a moment between its start and its end.');
        }

        return $this->writes->run($user, 'Split a timing', function () use ($user, $timing, $at): Timing {
            $later = $user->timings()->create([
                'entry_id' => $timing->entry_id,
                'recurrence_id' => $timing->recurrence_id,
                'started_at' => $at,
                'ended_at' => $timing->ended_at,
            ]);
            $timing->update(['ended_at' => $at]);

            return $later;
        });
    }

    /** @throws NoSuchOccurrence */
    public function handOver(User $user, Timing $timing, Entry $entry, string $recurrenceId): void
    {
        KnownOccurrence::require($entry, $recurrenceId);
        $this->writes->run(
            $user,
            "Moved a timing to “{$entry->title}”",
            fn () => $timing->update(['entry_id' => $entry->id, 'recurrence_id' => $recurrenceId]),
        );
    }

    public function remove(User $user, Timing $timing): void
    {
        $this->writes->run($user, 'Took a timing out', fn () => $timing->delete());
    }

    /** @throws InvalidTime */
    private function refuse(User $user, ?Timing $timing, int $startedAt, int $endedAt): void
    {
        $now = CarbonImmutable::now()->getTimestamp();
        if ($endedAt <= $startedAt) {
            throw new InvalidTime('It ended after it was started.');
        }
        if ($endedAt > $now) {
            throw new InvalidTime('It ended before now.');
        }
        $other = $user
            ->timings()
            ->when($timing, fn ($all) => $all->whereKeyNot($timing?->id))
            ->touching($startedAt, $endedAt, $now)
            ->orderBy('started_at')
            ->first();
        if ($other !== null) {
            $zone = $user->timeZone();
            throw new InvalidTime(
                sprintf(
                    'From %s to %s something else was timed.',
                    substr((string) $zone->wall($other->started_at), 11, 5),
                    substr((string) $zone->wall($other->ended_at ?? $now), 11, 5),
                ),
            );
        }
    }
}
