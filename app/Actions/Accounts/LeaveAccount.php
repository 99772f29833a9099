<?php

declare(strict_types=1);

namespace App\Actions\Accounts;

use App\Actions\Archives\WriteArchive;
use App\Follows\Follows;
use App\Journal\Journal;
use App\Models\StoredArchive;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Storage;

/** Leaving for good: all of it is written down to be taken along, and gone after a week in which one can stay after all. */
final readonly class LeaveAccount
{
    public const DAYS = 7;

    public function __construct(
        private WriteArchive $archives,
        private AccountMails $mails,
        private Follows $follows,
        private Journal $journal,
    ) {
    }

    /** @return StoredArchive what is to be taken along, not written yet */
    public function leave(User $user): StoredArchive
    {
        $at = CarbonImmutable::now()->addDays(self::DAYS);
        $archive = DB::transaction(function () use ($user, $at): StoredArchive {
            User::query()
                ->whereKey($user->id)
                ->toBase()
                ->update(['leaves_at' => $at->getTimestamp()]);

            return $this->archives->ask($user, 'leaving');
        });
        $this->mails->leaving($user, $at);

        return $archive;
    }

    public function stay(User $user): void
    {
        User::query()
            ->whereKey($user->id)
            ->toBase()
            ->update(['leaves_at' => null]);
    }

    /**
     * @param  CarbonImmutable  $now  by which something may be removed for good (`Retention\SureMoment`)
     * @return int accounts whose week is over, which are gone now
     */
    public function removeAll(CarbonImmutable $now): int
    {
        $gone = User::query()
            ->whereNotNull('leaves_at')
            ->where('leaves_at', '<=', $now->getTimestamp())
            ->get();
        foreach ($gone as $user) {
            rescue(fn () => $this->remove($user)); // one that cannot be removed now keeps no other
        }

        return count($gone);
    }

    private function remove(User $user): void
    {
        $email = $user->email;
        // Whatever names the account goes with it.
        DB::transaction(function () use ($user): void {
            $this->follows->forget($user->id);
            $this->journal->unrecorded(fn () => User::query()->whereKey($user->id)->toBase()->delete());
        });
        foreach (['attachments', 'imports', 'archives'] as $kind) {
            File::deleteDirectory(Storage::disk('local')->path("{$kind}/{$user->id}"));
        }
        $this->mails->gone($email);
    }
}
