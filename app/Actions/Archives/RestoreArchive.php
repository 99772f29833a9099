<?php

declare(strict_types=1);

namespace App\Actions\Archives;

use App\Access\Visible;
use App\Archive\AccountArchive;
use App\Archive\PutBack;
use App\Archive\UnsoundArchive;
use App\Models\StoredArchive;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Cache;
use SplFileInfo;
use Throwable;

/** Puts an archive in place of what an account has; what it has is written into one of its own first. */
final readonly class RestoreArchive
{
    private const MOST_BROUGHT = 2;

    /** Of what was left out. */
    private const MOST_NAMED = 20;

    public function __construct(private PutBack $account, private WriteArchive $archives)
    {
    }

    /**
     * One from elsewhere, kept beside the account's own.
     *
     * @throws UnsoundArchive where it is none
     */
    public function bring(User $user, SplFileInfo $file): StoredArchive
    {
        $manifest = (new AccountArchive($file->getPathname()))->check();
        $archive = $user->archives()->create([
            'kind' => 'brought',
            'state' => 'good',
            'bytes' => (int) $file->getSize(),
            'counts' => $manifest['counts'],
            'made_at' => CarbonImmutable::parse($manifest['made_at'] ?: 'now')->getTimestamp(),
        ]);
        if (! is_dir(dirname($archive->path()))) {
            mkdir(dirname($archive->path()), 0700, true);
        }
        copy($file->getPathname(), $archive->path());
        chmod($archive->path(), 0600);
        $kept = $user->archives()->where('kind', 'brought')->orderByDesc('id')->limit(self::MOST_BROUGHT)->pluck('id');
        $user
            ->archives()
            ->where('kind', 'brought')
            ->where('state', 'good')
            ->whereNotIn('id', $kept)
            ->get()
            ->each($this->archives->remove(...));

        return $archive;
    }

    /** @return bool whether it was brought back; how, and what of it was left out, is said with the archive */
    public function restore(StoredArchive $archive): bool
    {
        $user = $archive->user;
        $archive->update(['state' => 'restoring', 'trouble' => null, 'done' => 0, 'total' => array_sum($archive->counts)]);
        try {
            if (Visible::to($user)->entries()->exists()) {
                $aside = $this->archives->ask($user, 'aside');
                $this->archives->write($aside);
                if ($aside->refresh()->state !== 'good') {
                    throw new UnsoundArchive('What is there could not be laid aside, so nothing was changed.');
                }
            }
            $done = $this->account->into(
                $user,
                new AccountArchive($archive->path()),
                // Beside the database: there it would be seen only when all of it is.
                function (int $done) use ($archive): void {
                    Cache::put(self::progress($archive), $done, 600);
                },
            );
            $this->said($archive, [
                'state' => 'good',
                'done' => array_sum($archive->counts),
                'trouble' => self::leftOut($done['left']),
            ]);

            return true;
        } catch (Throwable $fault) {
            $isKnown = $fault instanceof UnsoundArchive;
            $this->said($archive, [
                'state' => 'good',
                'trouble' => $isKnown ? $fault->getMessage() : 'It could not be brought back. What is here stays as it is.',
            ]);
            if (! $isKnown) {
                report($fault);
            }

            return false;
        }
    }

    /**
     * @param  list<string>  $left
     * @return string|null a sentence, where something of it could not be here
     */
    public static function leftOut(array $left): ?string
    {
        return $left === []
            ? null
            : 'It was brought back without what cannot be here. '.
                implode(' ', array_slice($left, 0, self::MOST_NAMED)).
                (count($left) > self::MOST_NAMED ? ' And '.(count($left) - self::MOST_NAMED).' more.' : '');
    }

    /** Under which it is noted how many rows are put back. */
    public static function progress(StoredArchive $archive): string
    {
        return "archive-{$archive->id}";
    }

    /** @param  array<string, mixed>  $values */
    private function said(StoredArchive $archive, array $values): void
    {
        StoredArchive::query()->whereKey($archive->id)->update($values);
    }
}
