<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\OccurrencePlace;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;

/**
 * One thing done to several at once, in one step that one undo takes back. Of a routine only the chosen occurrence is
 * moved, copied, ticked or left out; its calendar and labels are those of the whole.
 */
final readonly class ChangeMany
{
    public function __construct(
        private WritePath $writes,
        private OccurrencePlace $places,
        private MoveEntry $moves,
        private CopyEntry $copies,
        private TickOccurrence $ticks,
        private RemoveEntry $removes,
    ) {
    }

    /**
     * @param  list<ChosenOccurrences>  $picked
     *
     * @throws NoSuchOccurrence
     */
    public function move(User $user, array $picked, int $days, int $minutes, bool $mayCover = false): void
    {
        $this->each(
            $user,
            'Moved',
            $picked,
            fn (ChosenOccurrences $one) => $this->moves->move(
                $user,
                $one->entry,
                $this->shifted($user, $one, $days, $minutes),
                Scope::One,
                $one->recurrenceId,
                null,
                $mayCover,
            ),
        );
    }

    /** @param  list<ChosenOccurrences>  $picked */
    public function toDate(User $user, array $picked, LocalDate $date, bool $mayCover = false): void
    {
        $this->each($user, 'Moved', $picked, function (ChosenOccurrences $one) use ($user, $date, $mayCover): void {
            $place =
                $one->entry->start === null
                    ? Placement::allDay($date)
                    : $this->places->of($user, $one->entry, $one->recurrenceId ?? Series::ONCE);
            $this->moves->move(
                $user,
                $one->entry,
                $place->startingAt($place->start->plusSeconds(($date->dayNumber() - $place->start->dayNumber()) * 86400)),
                Scope::One,
                $one->recurrenceId,
                null,
                $mayCover,
            );
        });
    }

    /** @param  list<ChosenOccurrences>  $picked */
    public function copy(User $user, array $picked, int $days, int $minutes, bool $mayCover = false): void
    {
        $this->each(
            $user,
            'Copied',
            $picked,
            fn (ChosenOccurrences $one) => $this->copies->copy(
                $user,
                $one->entry,
                $one->recurrenceId,
                $this->shifted($user, $one, $days, $minutes),
                null,
                $mayCover,
            ),
        );
    }

    /** @param  list<ChosenOccurrences>  $picked */
    public function tick(User $user, array $picked, bool $done): void
    {
        $tasks = array_values(array_filter($picked, fn (ChosenOccurrences $one): bool => $one->entry->kind === 'task'));
        $this->each(
            $user,
            $done ? 'Ticked off' : 'Not done after all:',
            $tasks,
            fn (ChosenOccurrences $one) => $this->ticks->tick($user, $one->entry, $one->recurrenceId ?? Series::ONCE, $done),
        );
    }

    /** @param  list<ChosenOccurrences>  $picked */
    public function remove(User $user, array $picked): void
    {
        $this->each(
            $user,
            'Deleted',
            $picked,
            fn (ChosenOccurrences $one) => $this->removes->remove(
                $user,
                $one->entry,
                $one->recurrenceId === null ? Scope::Whole : Scope::One,
                $one->recurrenceId,
            ),
        );
    }

    /** @param  list<ChosenOccurrences>  $picked */
    public function file(User $user, array $picked, string $calendarId): void
    {
        $this->each(
            $user,
            'Filed',
            self::once($picked),
            fn (ChosenOccurrences $one) => $one->entry->update([
                'calendar_id' => $calendarId,
                'version' => $one->entry->version + 1,
            ]),
        );
    }

    /**
     * @param  list<ChosenOccurrences>  $picked
     *
     * @throws NotAllowed where one of them has no room for it
     */
    public function label(User $user, array $picked, string $label, bool $carries): void
    {
        $this->each($user, $carries ? "Labelled “{$label}”:" : "Took “{$label}” off", self::once($picked), function (
            ChosenOccurrences $one,
        ) use ($label, $carries): void {
            $others = array_values(
                array_filter($one->entry->labels, fn (string $other): bool => mb_strtolower($other) !== mb_strtolower($label)),
            );
            $labels = $carries ? [...$others, $label] : $others;
            if (! EntryFields::all()['labels']->allows($labels)) {
                throw new NotAllowed("“{$one->entry->title}” carries as many labels as it can. Nothing was changed.");
            }
            $one->entry->update(['labels' => $labels, 'version' => $one->entry->version + 1]);
        });
    }

    /**
     * @param  list<ChosenOccurrences>  $picked
     * @param  \Closure(ChosenOccurrences): mixed  $work
     */
    private function each(User $user, string $what, array $picked, \Closure $work): void
    {
        $number = count($picked);
        $label = $number === 1 ? "{$what} “{$picked[0]->entry->title}”" : "{$what} {$number} entries";
        $this->writes->run($user, $label, function () use ($picked, $work): void {
            foreach ($picked as $one) {
                $one->entry->refresh(); // an earlier one may have been of the same routine
                $work($one);
            }
        });
    }

    private function shifted(User $user, ChosenOccurrences $one, int $days, int $minutes): Placement
    {
        $place = $this->places->of($user, $one->entry, $one->recurrenceId ?? Series::ONCE);

        return $place->startingAt($place->start->plusSeconds($days * 86400 + ($place->allDay ? 0 : $minutes * 60)));
    }

    /**
     * @param  list<ChosenOccurrences>  $picked
     * @return list<ChosenOccurrences> each entry once
     */
    private static function once(array $picked): array
    {
        $once = [];
        foreach ($picked as $one) {
            $once[$one->entry->id] ??= $one;
        }

        return array_values($once);
    }
}
