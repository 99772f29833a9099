<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Models\Attachment;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Scope;

/** Deletes one occurrence, all from one on, or the whole entry. */
final readonly class RemoveEntry
{
    public function __construct(private WritePath $writes, private WriteOverride $overrides, private SplitRoutine $split)
    {
    }

    /** @throws CannotReschedule|NoSuchOccurrence */
    public function remove(User $user, Entry $entry, Scope $scope, ?string $recurrenceId): void
    {
        $this->writes->run($user, "Deleted “{$entry->title}”", function () use ($entry, $scope, $recurrenceId): void {
            $isRoutine = $entry->isRoutine();
            if ($isRoutine && $recurrenceId === null && $scope !== Scope::Whole) {
                throw new NoSuchOccurrence();
            }
            if ($isRoutine && $scope === Scope::One) {
                $this->overrides->apply($entry, (string) $recurrenceId, ['skipped' => true]);
            } elseif ($isRoutine && $scope === Scope::Onward && ! $entry->after_done) {
                self::whole($this->split->at($entry, (string) $recurrenceId));
            } else {
                self::whole($entry);
            }
        });
    }

    /** Row by row, so that each is on record and comes back when this is undone. */
    public static function whole(Entry $entry): void
    {
        $entry->overrides()->get()->each(fn (OccurrenceOverride $change) => $change->delete());
        Attachment::query()->where('entry_id', $entry->id)->get()->each(fn (Attachment $attachment) => $attachment->delete());
        $entry->delete();
    }
}
