<?php

declare(strict_types=1);

namespace App\Journal;

use Closure;
use Illuminate\Contracts\Auth\Authenticatable;
use Illuminate\Support\Facades\DB;

/**
 * The one way to change anything: in a transaction, recorded before and after, under a new revision of the account.
 *
 * An action called by another joins the step of the first. What else must follow a change hears of it: see Changing, Settling and
 * Changed.
 *
 * @phpstan-import-type Row from Changed
 */
final readonly class WritePath
{
    /** How far what follows from a change is followed. */
    private const MOST_ROUNDS = 8;

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
    public function run(Authenticatable $user, string $label, Closure $work): mixed
    {
        if ($this->journal->isOpen()) {
            return $work();
        }

        return $this->recorded($user, $work, function (array $rows) use ($user, $label): void {
            HistoryStep::query()->where('user_id', $user->getAuthIdentifier())->where('undone', true)->delete();
            $step = HistoryStep::query()->create([
                'user_id' => $user->getAuthIdentifier(),
                'label' => mb_substr($label, 0, 250),
                'rows' => $rows,
                'revision' => DB::table('users')->where('id', $user->getAuthIdentifier())->value('revision'),
            ]);
            // Some at a time: a statement takes so many values and no more.
            foreach (array_chunk(self::entriesOf($rows), 1000) as $ids) {
                DB::table('history_entries')->insert(
                    array_map(fn (string $id): array => ['history_id' => $step->id, 'entry_id' => $id], $ids),
                );
            }
        });
    }

    /**
     * For what nobody did and nobody takes back, as what came in from an address that is followed: a new revision, and what must
     * follow a change, but no step of the history.
     *
     * @template T
     *
     * @param  Closure(): T  $work
     * @return T
     */
    public function quietly(Authenticatable $user, Closure $work): mixed
    {
        return $this->recorded($user, $work, fn (array $rows) => null);
    }

    /**
     * @template T
     *
     * @param  Closure(): T  $work
     * @param  Closure(non-empty-list<Row>): mixed  $keep  what is written down of the rows that it touched
     * @return T
     */
    private function recorded(Authenticatable $user, Closure $work, Closure $keep): mixed
    {
        return DB::transaction(function () use ($user, $work, $keep): mixed {
            Hold::pass($user);
            event(new Changing($user));
            $this->journal->open();
            try {
                $result = $work();
                $this->settle($user);
            } finally {
                $rows = $this->journal->close();
            }
            if ($rows !== []) {
                event(new Changed($user, $rows));
                $keep($rows);
            }

            return $result;
        });
    }

    /** What follows from a change may have something follow from it itself, as what leads up to a lead-up. */
    private function settle(Authenticatable $user): void
    {
        $told = [];
        for ($round = 0; $round < self::MOST_ROUNDS; $round++) {
            $fresh = [];
            foreach ($this->journal->rows() as $row) {
                $place = "{$row['table']}|{$row['id']}";
                if (! array_key_exists($place, $told) || $told[$place] !== $row['after']) {
                    $fresh[] = $row;
                    $told[$place] = $row['after'];
                }
            }
            if ($fresh === []) {
                return;
            }
            event(new Settling($user, $fresh));
        }
    }

    /**
     * Which entries a step has touched, so that each can tell its own history.
     *
     * @param  list<array{table: string, id: int|string, before: ?array<string, mixed>, after: ?array<string, mixed>}>  $rows
     * @return list<string>
     */
    private static function entriesOf(array $rows): array
    {
        $ids = [];
        foreach ($rows as $row) {
            $id = match ($row['table']) {
                'entries' => $row['id'],
                'overrides', 'attachments', 'timings' => $row['after']['entry_id'] ?? ($row['before']['entry_id'] ?? null),
                default => null,
            };
            if (is_string($id)) {
                $ids[$id] = $id;
            }
        }

        return array_values($ids);
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
                $result = $work();
            } finally {
                $rows = $this->journal->close();
            }
            event(new Begun($rows));

            return $result;
        });
    }
}
