<?php

declare(strict_types=1);

namespace App\Actions\History;

use App\Actions\Reminders\PlanReminders;
use App\Journal\Changed;
use App\Journal\HistoryStep;
use App\Journal\Hold;
use App\Journal\Journal;
use App\Models\User;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Support\Facades\DB;

/** Takes the last step back, or does the last one taken back again. */
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
                $this->journal->unrecorded(function () use ($turned): void {
                    foreach ($turned as $row) {
                        $this->put($row['table'], $row['id'], $row['before'], $row['after']);
                    }
                });
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

    /**
     * @param  array<string, mixed>|null  $from
     * @param  array<string, mixed>|null  $to
     */
    private function put(string $table, int|string $id, ?array $from, ?array $to): void
    {
        assert(in_array($table, Journal::tables(), true));
        $query = fn () => DB::table($table)->where('id', $id);
        $now = $query()->first();
        $stands = $now === null ? null : array_intersect_key((array) $now, $from ?? []);
        unset($from['updated_at'], $stands['updated_at'], $from['version'], $stands['version']);
        if ($stands != $from) {
            throw new ChangedSince();
        }
        if (isset($to['version'], $now->version) && is_numeric($now->version)) {
            $to['version'] = (int) $now->version + 1; // a version never comes back: a stale page would take it for its own
        }
        match (true) {
            $to === null => $query()->delete(),
            $now === null => DB::table($table)->insert($to),
            default => $query()->update($to),
        };
    }
}
