<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\IsProtected;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;

/**
 * Gives several their places, each its own, as one step: what was proposed and is accepted. Several places of the same task are the
 * pieces into which it is split: each is a task that comes after the one before it.
 */
final readonly class PlaceMany
{
    public function __construct(private WritePath $writes, private MoveEntry $move, private CopyEntry $copy)
    {
    }

    /**
     * @param  non-empty-list<array{entry_id: string, recurrence_id: string, place: Placement}>  $places
     *
     * @throws CannotReschedule|IsProtected|NoSuchOccurrence|StaleEntry and nothing of it is done
     */
    public function place(User $user, array $places): void
    {
        $mine = Changeable::by($user);
        $works = [];
        foreach ($places as $one) {
            $works["{$one['entry_id']}|{$one['recurrence_id']}"][] = $one;
        }
        $number = count($works);
        $label = $number === 1 ? "Placed “{$mine->entry($places[0]['entry_id'])->title}”" : "Placed {$number} tasks";
        $this->writes->run($user, $label, function () use ($user, $mine, $works): void {
            foreach ($works as $pieces) {
                $entry = $mine->entry($pieces[0]['entry_id']);
                $id = $pieces[0]['recurrence_id'];
                if (count($pieces) > 1) {
                    $this->split($user, $entry, $id, array_column($pieces, 'place'));

                    continue;
                }
                $isRoutine = $id !== Series::ONCE;
                $this->move->move(
                    $user,
                    $entry,
                    $pieces[0]['place'],
                    $isRoutine ? Scope::One : Scope::Whole,
                    $isRoutine ? $id : null,
                    null,
                );
            }
        });
    }

    /**
     * @param  list<Placement>  $places
     *
     * @throws CannotReschedule|IsProtected|NoSuchOccurrence|StaleEntry
     */
    private function split(User $user, Entry $entry, string $id, array $places): void
    {
        if ($id !== Series::ONCE || $entry->isRoutine()) {
            throw new CannotReschedule('One of a routine is done in one piece.');
        }
        usort($places, fn (Placement $a, Placement $b): int => $a->start->seconds <=> $b->start->seconds);
        [$title, $of] = [$entry->title, count($places)];
        $before = null;
        foreach ($places as $i => $place) {
            $piece =
                $i === 0
                    ? $this->move->move($user, $entry, $place, Scope::Whole, null, null)
                    : $this->copy->copy($user, $entry, null, $place, null);
            $piece->update([
                'title' => mb_substr($title, 0, 235).' ('.($i + 1)." of {$of})",
                'estimate' => $place->length,
                'shortest_piece' => null,
                'version' => $piece->version + ($i === 0 ? 1 : 0),
                ...$before === null ? [] : ['after_id' => $before],
            ]);
            $before = $piece->id;
        }
    }
}
