<?php

declare(strict_types=1);

namespace App\Actions\Timings;

use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\Timing;
use App\Models\User;
use Carbon\CarbonImmutable;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Time\InvalidTime;

/** Times work on an occurrence. One runs at a time: starting another ends it. */
final readonly class RunTiming
{
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
                $running->update(['ended_at' => max($running->started_at, $now)]);
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
     * @param  int|null  $at  Unix seconds; null for now
     *
     * @throws InvalidTime when it would end before it started, or later than now
     */
    public function stop(User $user, Timing $timing, ?int $at): void
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $at ??= $now;
        if ($at < $timing->started_at || $at > $now) {
            throw new InvalidTime('It ended between when it was started and now.');
        }
        $this->writes->run($user, 'Stopped timing', fn () => $timing->update(['ended_at' => $at]));
    }
}
