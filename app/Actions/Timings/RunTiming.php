<?php

declare(strict_types=1);

namespace App\Actions\Timings;

use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\Timing;
use App\Models\User;
use Carbon\CarbonImmutable;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Time\ClockDrift;
use PlumRota\Core\Time\InvalidTime;

/** Times work on an occurrence. One runs at a time: starting another ends it. */
final readonly class RunTiming
{
    /** Seconds that one may run that came along from before its account was here. */
    private const LONGEST = 366 * 86400;

    public function __construct(private WritePath $writes)
    {
    }

    /**
     * @param  int|null  $planned  minutes; null for as long as it takes
     *
     * @throws NoSuchOccurrence
     */
    public function start(User $user, Entry $entry, string $recurrenceId, ?int $planned): Timing
    {
        return $this->writes->run($user, "Started on “{$entry->title}”", function () use (
            $user,
            $entry,
            $recurrenceId,
            $planned,
        ): Timing {
            $now = CarbonImmutable::now()->getTimestamp();
            foreach ($user->timings()->whereNull('ended_at')->get() as $running) {
                $running->update(
                    self::isPossible($user, $running, $now)
                        ? ['ended_at' => max($running->started_at, $now)]
                        : ['started_at' => $now, 'ended_at' => $now],
                );
            }

            return $user->timings()->create([
                'entry_id' => $entry->id,
                'recurrence_id' => $recurrenceId,
                'started_at' => $now,
                'planned' => $planned,
            ]);
        });
    }

    /**
     * One that was begun by a clock that was wrong is stopped where it stands, without a length: how long it was is set right by
     * hand.
     *
     * @param  int|null  $at  Unix seconds; null for now
     * @return string|null a sentence where it cannot have begun when it says
     *
     * @throws InvalidTime when it would end before it started, or later than now
     */
    public function stop(User $user, Timing $timing, ?int $at): ?string
    {
        $now = CarbonImmutable::now()->getTimestamp();
        if (! self::isPossible($user, $timing, $now)) {
            $says = 'The clock was wrong when this timing was begun. It is kept without a length; set it right.';
            $this->writes->run($user, $says, fn () => $timing->update(['started_at' => $now, 'ended_at' => $now]));

            return $says;
        }
        $at ??= $now;
        if ($at < $timing->started_at || $at > $now) {
            throw new InvalidTime('It ended between when it was started and now.');
        }
        $this->writes->run($user, 'Stopped timing', fn () => $timing->update(['ended_at' => $at]));

        return null;
    }

    /** Whether what runs can have begun when it says: not later than now, and not before its account was there. */
    private static function isPossible(User $user, Timing $running, int $now): bool
    {
        $isOld = $running->started_at < $now - self::LONGEST && $running->started_at < ($user->created_at?->getTimestamp() ?? 0);

        return $running->started_at <= $now + ClockDrift::SECONDS && ! $isOld;
    }
}
