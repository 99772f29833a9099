<?php

declare(strict_types=1);

namespace App\Actions\Archives;

use App\Archive\AccountArchive;
use App\Archive\UnsoundArchive;
use App\Archive\WrittenAccount;
use App\Backup\Folder;
use App\Models\StoredArchive;
use App\Models\User;
use Carbon\CarbonImmutable;
use Closure;
use Throwable;

/** Writes all of an account into an archive that is kept here, while it is in use, and reads it back before it counts. */
final readonly class WriteArchive
{
    public function __construct(private WrittenAccount $account)
    {
    }

    /** @param  'own'|'daily'|'aside'|'leaving'  $kind */
    public function ask(User $user, string $kind): StoredArchive
    {
        $now = CarbonImmutable::now()->getTimestamp();

        return $user->archives()->create(['kind' => $kind, 'made_at' => $now, 'alive_at' => $now]);
    }

    /** @param  Closure(): void|null  $beat  called every now and then, for whoever waits for it */
    public function write(StoredArchive $archive, ?Closure $beat = null): void
    {
        $archive->update(['state' => 'writing', 'trouble' => null]);
        $archive->beat();
        $parent = StoredArchive::folder($archive->user_id);
        if (! is_dir($parent)) {
            mkdir($parent, 0700, true);
        }
        $work = Folder::temporary($parent);
        try {
            $manifest = $this->account->write(
                $archive->user_id,
                new AccountArchive($archive->path()),
                $work->path,
                function (int $done, int $total) use ($archive, $beat): void {
                    $archive->beat($done, $total);
                    if ($beat !== null) {
                        $beat();
                    }
                },
            );
            $archive->update([
                'state' => 'good',
                'bytes' => (int) filesize($archive->path()),
                'counts' => $manifest['counts'],
                'made_at' => CarbonImmutable::now()->getTimestamp(),
            ]);
            $this->rotate($archive);
        } catch (Throwable $fault) {
            $isKnown = $fault instanceof UnsoundArchive;
            $archive->update([
                'state' => 'bad',
                'trouble' => $isKnown ? $fault->getMessage() : 'It could not be written. What is here stays as it is.',
            ]);
            if (! $isKnown) {
                report($fault);
            }
        } finally {
            $work->remove();
        }
    }

    /**
     * As many as were chosen are kept, the latest; those that failed go with the next that is good. The one that was just written
     * stays, whatever the clock said of the others; those of a time to come are the first to go.
     */
    private function rotate(StoredArchive $written): void
    {
        $user = $written->user;
        $kept = $user
            ->archives()
            ->whereIn('kind', ['own', 'daily', 'aside'])
            ->where('state', 'good')
            ->latestFirst($written->id, CarbonImmutable::now()->getTimestamp())
            ->limit(max(1, $user->archives_kept))
            ->pluck('id');
        $user
            ->archives()
            ->whereIn('kind', ['own', 'daily', 'aside'])
            ->whereIn('state', ['good', 'bad'])
            ->whereNotIn('id', $kept)
            ->get()
            ->each($this->remove(...));
    }

    public function remove(StoredArchive $archive): void
    {
        if (is_file($archive->path())) {
            unlink($archive->path());
        }
        $archive->delete();
    }
}
