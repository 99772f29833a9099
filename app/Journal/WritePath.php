<?php

declare(strict_types=1);

namespace App\Journal;

use App\Models\HistoryStep;
use App\Models\User;
use Closure;
use Illuminate\Support\Facades\DB;

/**
 * The one way to change anything: in a transaction, recorded before and after, under a new revision of the account.
 *
 * An action called by another joins the step of the first.
 */
final readonly class WritePath
{
    public function __construct(private Journal $journal)
    {
    }

    /**
     * @template T
     *
     * @param  string  $label  what happened, for the undo note: "Moved “Vent check”"
     * @param  Closure(): T  $work
     * @return T
     */
    public function run(User $user, string $label, Closure $work): mixed
    {
        if ($this->journal->isOpen()) {
            return $work();
        }

        return DB::transaction(function () use ($user, $label, $work): mixed {
            // The first statement writes, so that the lock is held before anything is read.
            DB::table('users')->where('id', $user->id)->increment('revision');
            $this->journal->open();
            try {
                $result = $work();
            } finally {
                $rows = $this->journal->close();
            }
            if ($rows !== []) {
                HistoryStep::query()->where('user_id', $user->id)->where('undone', true)->delete();
                HistoryStep::query()->create([
                    'user_id' => $user->id,
                    'label' => mb_substr($label, 0, 250),
                    'rows' => $rows,
                    'revision' => DB::table('users')->where('id', $user->id)->value('revision'),
                ]);
            }

            return $result;
        });
    }

    /**
     * For the first rows of an account, which leave nothing to go back to.
     *
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     */
    public function begin(Closure $work): mixed
    {
        return DB::transaction(function () use ($work): mixed {
            $this->journal->open();
            try {
                return $work();
            } finally {
                $this->journal->close();
            }
        });
    }
}
