<?php

declare(strict_types=1);

namespace App\Actions\Closing;

use App\Access\Changeable;
use App\Access\Visible;
use App\Actions\Entries\CopyEntry;
use App\Actions\Entries\LetGoOccurrence;
use App\Actions\Entries\MoveEntry;
use App\Actions\Entries\PutOnDay;
use App\Actions\Entries\SaveSeries;
use App\Actions\Entries\TickOccurrence;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\Leftovers;
use App\Queries\Occurrences\ResolvedOccurrence;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Time\LocalDate;

/** Decides what is left over of a day: one of it, or all the rest in one step. */
final readonly class DecideLeftovers
{
    public function __construct(
        private WritePath $writes,
        private Leftovers $leftovers,
        private PutOnDay $put,
        private MoveEntry $moves,
        private CopyEntry $copies,
        private TickOccurrence $ticks,
        private LetGoOccurrence $letGo,
    ) {
    }

    /**
     * @param  LocalDate|null  $to  for Decision::Day
     *
     * @throws AlreadyDecided
     */
    public function one(User $user, LocalDate $day, string $key, Decision $decision, ?LocalDate $to): void
    {
        $weekday = $day->weekday()->english();
        $title = Visible::to($user)->entries()->whereKey(explode('|', $key)[0])->value('title');
        $words = self::words($decision, $to);
        $this->writes->run(
            $user,
            'Closing '.$weekday.': “'.(is_string($title) ? $title : 'an entry').'” '.$words,
            function () use ($user, $day, $key, $decision, $to, $title): void {
                foreach ($this->leftovers->of($user, $day) as $seen) {
                    if ($seen->key() === $key) {
                        $this->decide($user, $day, $seen, $decision, $to);

                        return;
                    }
                }
                throw new AlreadyDecided(is_string($title) ? $title : 'This');
            },
        );
    }

    /** @return int how many there were */
    public function rest(User $user, LocalDate $day, LocalDate $to): int
    {
        return $this->writes->run(
            $user,
            'Closing '.$day->weekday()->english().': all the rest '.self::words(Decision::Day, $to),
            function () use ($user, $day, $to): int {
                $all = $this->leftovers->of($user, $day);
                foreach ($all as $seen) {
                    $this->decide($user, $day, $seen, Decision::Day, $to);
                }

                return count($all);
            },
        );
    }

    private function decide(User $user, LocalDate $day, ResolvedOccurrence $seen, Decision $decision, ?LocalDate $to): void
    {
        $entry = Changeable::by($user)->entry($seen->entry->id);
        $id = $seen->occurrence->recurrenceId;
        match ($decision) {
            Decision::Done => $this->ticks->tick($user, $entry, $id, true, $this->within($user, $day)),
            Decision::Day => $this->put->put($user, $entry, $id, $to ?? $day->plusDays(1)),
            Decision::Basket => $this->toBasket($user, $entry, $seen),
            Decision::LetGo => $this->letGo->letGo($user, $entry, $id, true),
        };
        $closing = $user->closings()->firstOrNew(['date' => (string) $day]);
        $closing->decisions = [
            ...$closing->decisions,
            [
                'key' => $seen->key(),
                'title' => $seen->title(),
                'decision' => $decision->value,
                'to' => $decision === Decision::Day ? (string) ($to ?? $day->plusDays(1)) : null,
            ],
        ];
        $closing->save();
    }

    /** A day that is closed the next morning keeps what was done on it. */
    private function within(User $user, LocalDate $day): int
    {
        return min(
            $user->timeZone()->instant($user->wallNow()),
            $user->timeZone()->instant($day->plusDays(1)->startOfDay()) - 60,
        );
    }

    /** A routine keeps its days: its one goes into the basket as a task of its own. */
    private function toBasket(User $user, Entry $entry, ResolvedOccurrence $seen): void
    {
        if (! $seen->entry->isRoutine()) {
            $this->moves->move($user, $entry, null, Scope::One, null, null);

            return;
        }
        $copy = $this->copies->copy(
            $user,
            $entry,
            $seen->occurrence->recurrenceId,
            $seen->occurrence->placement,
            null,
            mayCover: true,
        );
        SaveSeries::into($copy, null, [
            'estimate' => $copy->estimate ?? ($seen->block->allDay ? null : $seen->block->seen->minutes()),
        ]);
        $this->letGo->letGo($user, $entry, $seen->occurrence->recurrenceId, true);
    }

    private static function words(Decision $decision, ?LocalDate $to): string
    {
        return match ($decision) {
            Decision::Done => 'done after all',
            Decision::Day => 'to '.($to === null ? 'tomorrow' : $to->weekday()->english().' '.$to->day),
            Decision::Basket => 'back to the basket',
            Decision::LetGo => 'let go',
        };
    }
}
