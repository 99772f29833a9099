<?php

declare(strict_types=1);

namespace App\Journal;

use App\Database\GuardedConnection;
use Closure;
use Illuminate\Contracts\Auth\Authenticatable;
use Illuminate\Support\Facades\DB;
use LogicException;

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

    /** How often what is done aside is done: once while the account is used, then while it is held. */
    private const MOST_TRIES = 3;

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

        return $this->recorded($user, $work, fn (array $rows) => self::keep($user, $label, $rows));
    }

    /**
     * As run(), for what takes long: it is done in a copy of the account, while everybody goes on, and what came of it takes its
     * place in one short transaction. Where the account was changed in between it is done once more, while it is held.
     *
     * @template T
     *
     * @param  Closure(Closure(): void): T  $work  is given what it calls every few seconds, so that a hold goes on
     * @param  Closure(T): void  $within  called in that transaction
     * @param  Closure(list<Row>): mixed  $discard  told of the rows that came to nothing
     * @return T
     *
     * @throws AccountHeld where somebody else holds it, or it was changed all the same
     */
    public function aside(Authenticatable $user, string $label, Closure $work, Closure $within, Closure $discard): mixed
    {
        if ($this->journal->isOpen()) {
            throw new LogicException('What is done aside is no part of another step.');
        }
        $id = self::idOf($user);
        Hold::requireNone($id);
        $isHeld = false;
        try {
            for ($try = 0; $try < self::MOST_TRIES; $try++) {
                $isHeld = $try > 0;
                if ($isHeld) {
                    Hold::on($id);
                }
                $revision = DB::table('users')->where('id', $id)->value('revision');
                $copy = AccountCopy::of($id);
                [$result, $rows] = $this->tried($user, $copy, $work, fn () => $isHeld ? Hold::on($id) : null);
                if ($rows === []) {
                    DB::transaction(fn () => $within($result));

                    return $result;
                }
                $told = fn () => $within($result);
                if ($this->exchange($user, $label, $rows, $copy, is_int($revision) ? $revision : 0, $told, $discard)) {
                    return $result;
                }
            }
        } finally {
            if ($isHeld) {
                Hold::end($id);
            }
        }
        throw new AccountHeld();
    }

    /**
     * @template T
     *
     * @param  Closure(Closure(): void): T  $work
     * @param  Closure(): mixed  $beat
     * @return array{T, list<Row>}
     */
    private function tried(Authenticatable $user, AccountCopy $copy, Closure $work, Closure $beat): array
    {
        $main = DB::connection();
        assert($main instanceof GuardedConnection);
        $here = $main->getPdo();

        return $copy->within(function () use ($user, $work, $beat, $main, $here): array {
            $this->journal->open();
            try {
                $result = $work(function () use ($beat, $main, $here): void {
                    $main->over($here, $beat);
                });
                $this->settle($user);
            } finally {
                $rows = $this->journal->close();
            }

            return [$result, $rows];
        });
    }

    /**
     * @param  non-empty-list<Row>  $rows
     * @param  Closure(): void  $told
     * @param  Closure(list<Row>): mixed  $discard
     * @return bool false where the account was changed since
     */
    private function exchange(
        Authenticatable $user,
        string $label,
        array $rows,
        AccountCopy $copy,
        int $revision,
        Closure $told,
        Closure $discard,
    ): bool {
        $isDone = false;
        $staged = StagedStep::of($rows, $copy);
        $json = json_encode($staged->rows, JSON_THROW_ON_ERROR);
        try {
            return $isDone = DB::transaction(function () use ($user, $label, $staged, $revision, $json, $told): bool {
                // The first statement writes, so that the lock is held before anything is read.
                $isSame = DB::table('users')->where('id', self::idOf($user))->where('revision', $revision)->increment('revision');
                if ($isSame === 0) {
                    return false;
                }
                event(new Changing($user));
                $this->journal->unrecorded(fn () => $staged->put());
                event(new Changed($user, $staged->rows));
                self::keep($user, $label, $staged->rows, $json);
                $told();

                return true;
            });
        } finally {
            if (! $isDone) {
                $discard($rows);
            }
            $staged->drop();
        }
    }

    /**
     * Writes a step down.
     *
     * @param  list<Row>  $rows
     * @param  string|null  $json  the same, where it was written out before
     */
    private static function keep(Authenticatable $user, string $label, array $rows, ?string $json = null): void
    {
        $id = self::idOf($user);
        HistoryStep::query()->where('user_id', $id)->where('undone', true)->delete();
        $step = (new HistoryStep())->forceFill([
            'user_id' => $id,
            'label' => mb_substr($label, 0, 250),
            'revision' => DB::table('users')->where('id', $id)->value('revision'),
        ]);
        $step->setRawAttributes([...$step->getAttributes(), 'rows' => $json ?? json_encode($rows, JSON_THROW_ON_ERROR)]);
        $step->save();
        DB::insert('insert into history_entries (history_id, entry_id) select ?, value from json_each(?)', [
            $step->id,
            json_encode(self::entriesOf($rows), JSON_THROW_ON_ERROR),
        ]);
    }

    private static function idOf(Authenticatable $user): int
    {
        $id = $user->getAuthIdentifier();

        return is_numeric($id) ? (int) $id : 0;
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
