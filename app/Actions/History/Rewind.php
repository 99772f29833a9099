<?php

declare(strict_types=1);

namespace App\Actions\History;

use App\Actions\Reminders\PlanReminders;
use App\Journal\Changed;
use App\Journal\ChangedSince;
use App\Journal\HistoryStep;
use App\Journal\Hold;
use App\Journal\Journal;
use App\Journal\TurnedRows;
use App\Models\User;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;

/**
 * Takes the last step back, or does the last one taken back again.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class Rewind
{
    public function __construct(private PlanReminders $reminders, private Journal $journal)
    {
    }

    /**
     * @return HistoryStep|null null when there is nothing to take back
     *
     * @throws ChangedSince
     */
    public function undo(User $user): ?HistoryStep
    {
        return $this->turn($user, undo: true);
    }

    /** @throws ChangedSince */
    public function redo(User $user): ?HistoryStep
    {
        return $this->turn($user, undo: false);
    }

    private function turn(User $user, bool $undo): ?HistoryStep
    {
        return DB::transaction(function () use ($user, $undo): ?HistoryStep {
            Hold::pass($user);
            $step = $user
                ->steps()
                ->where('undone', ! $undo)
                ->orderBy('id', $undo ? 'desc' : 'asc')
                ->first();
            if ($step === null) {
                return null;
            }
            $this->reminders->before($user);
            [$from, $to] = $undo ? ['after', 'before'] : ['before', 'after'];
            $turned = array_map(
                fn (array $row): array => [...$row, 'before' => $row[$from], 'after' => $row[$to]],
                $undo ? array_reverse($step->rows) : $step->rows,
            );
            try {
                // Each row is put back as the step has it, which is its record.
                $this->journal->unrecorded(fn () => TurnedRows::put($turned));
            } catch (UniqueConstraintViolationException) {
                throw new ChangedSince(); // something else has taken its place
            }
            $step->update(['undone' => $undo]);
            if ($turned !== []) {
                event(new Changed($user, $turned));
            }

            return $step;
        });
    }
}
