<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\HistoryStep;
use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use PlumRota\Core\Time\LocalDateTime;

/** Puts an entry back to how it stood after an earlier step; its occurrences follow as with any other edit. */
final readonly class RestoreEntry
{
    private const KEPT = ['id', 'user_id', 'version', 'position', 'created_at', 'updated_at'];

    public function __construct(private WritePath $writes, private RekeyOverrides $rekey)
    {
    }

    /** @throws ModelNotFoundException<HistoryStep> when that step knows no state of this entry */
    public function restore(User $user, Entry $entry, int $stepId): Entry
    {
        return $this->writes->run($user, "Put back an older state of “{$entry->title}”", function () use (
            $user,
            $entry,
            $stepId,
        ): Entry {
            $entry->refresh();
            $step = $user->steps()->findOrFail($stepId);
            $rows = array_values(
                array_filter(
                    $step->rows,
                    fn (array $row): bool => $row['table'] === 'entries' && $row['id'] === $entry->id && $row['after'] !== null,
                ),
            );
            $columns = $rows[0]['after'] ?? throw (new ModelNotFoundException())->setModel(HistoryStep::class);
            $old = SeriesOf::mendable($entry);
            $known = Changeable::by($user)
                ->calendars()
                ->whereKey($columns['calendar_id'] ?? '')
                ->exists();
            $entry->setRawAttributes([
                ...$entry->getAttributes(),
                ...array_diff_key($columns, array_flip([...self::KEPT, ...$known ? [] : ['calendar_id']])),
            ]);
            $entry->version++;
            $entry->save();
            $new = SeriesOf::mendable($entry);
            if ($old !== null) {
                $this->rekey->apply(
                    $entry,
                    $old,
                    $new,
                    fn (LocalDateTime $date): LocalDateTime => $new === null
                        ? $date
                        : LocalDateTime::fromSeconds(
                            $date->dayNumber() * 86400 +
                                $new->placement->start->seconds -
                                $new->placement->start->dayNumber() * 86400,
                        ),
                );
            }

            return $entry;
        });
    }
}
