<?php

declare(strict_types=1);

namespace App\Reading;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use stdClass;

/** Routines that were cut: which entries are halves of the same one. */
final class RoutineHalves
{
    /** @var array<int, array<string, array{continues: string, from: string}>> by account and the id of the later half */
    private array $known = [];

    /**
     * The first of an entry's halves, itself where it was never cut.
     *
     * @return string its id, or that of one which is deleted
     */
    public function first(User $user, string $entryId): string
    {
        $later = $this->later($user);
        // A half continues one that was there before it, so this ends; a bound keeps a damaged row from going round for ever.
        for ($i = 0; isset($later[$entryId]) && $i < 1000; $i++) {
            $entryId = $later[$entryId]['continues'];
        }

        return $entryId;
    }

    /** @return list<string> the ids of all halves of the routine that an entry belongs to, itself included */
    public function of(User $user, string $entryId): array
    {
        $later = $this->later($user);
        if ($later === []) {
            return [$entryId];
        }
        $first = $this->first($user, $entryId);

        return [
            $first,
            ...array_values(array_filter(array_keys($later), fn (string $id): bool => $this->first($user, $id) === $first)),
        ];
    }

    /** The day on which the half that follows an entry begins; null where nothing follows. */
    public function followedOn(User $user, string $entryId): ?string
    {
        foreach ($this->later($user) as $half) {
            if ($half['continues'] === $entryId) {
                return $half['from'];
            }
        }

        return null;
    }

    /** What was read is to be read anew: halves came or went. */
    public function forget(): void
    {
        $this->known = [];
    }

    /** @return array<string, array{continues: string, from: string}> */
    private function later(User $user): array
    {
        return $this->known[$user->id] ??= (function () use ($user): array {
            $halves = [];
            foreach (
                DB::select(
                    'select id, continues_id, substr(start, 1, 10) as day from entries where user_id = ? and continues_id is not null and start is not null order by start',
                    [$user->id],
                ) as $row
            ) {
                assert($row instanceof stdClass && is_string($row->id) && is_string($row->continues_id) && is_string($row->day));
                $halves[$row->id] = ['continues' => $row->continues_id, 'from' => $row->day];
            }

            return $halves;
        })();
    }
}
