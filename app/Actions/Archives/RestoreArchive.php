<?php

declare(strict_types=1);

namespace App\Actions\Archives;

use App\Access\Visible;
use App\Archive\AccountArchive;
use App\Archive\PreparedAccount;
use App\Archive\PutBack;
use App\Archive\UnsoundArchive;
use App\Journal\Hold;
use App\Models\StoredArchive;
use App\Models\User;
use Carbon\CarbonImmutable;
use SplFileInfo;
use Throwable;

/** Puts an archive in place of what an account has; what it has is written into one of its own first. */
final readonly class RestoreArchive
{
    private const MOST_BROUGHT = 2;

    /** How often what is there is laid aside: once as it is used, then while it is held. */
    private const MOST_TRIES = 4;

    /** Of what was left out. */
    private const MOST_NAMED = 20;

    public function __construct(private PutBack $account, private WriteArchive $archives)
    {
    }

    /**
     * One from elsewhere, kept beside the account's own; it counts once all of it was looked at.
     *
     * @throws UnsoundArchive where it is none, by what it says of itself
     */
    public function bring(User $user, SplFileInfo $file): StoredArchive
    {
        $manifest = (new AccountArchive($file->getPathname()))->manifest();
        $archive = $user->archives()->create([
            'kind' => 'brought',
            'state' => 'looking',
            'bytes' => (int) $file->getSize(),
            'counts' => $manifest['counts'],
            'total' => array_sum($manifest['counts']) + count($manifest['files']),
            'made_at' => CarbonImmutable::parse($manifest['made_at'] ?: 'now')->getTimestamp(),
            'alive_at' => CarbonImmutable::now()->getTimestamp(),
        ]);
        if (! is_dir(dirname($archive->path()))) {
            mkdir(dirname($archive->path()), 0700, true);
        }
        copy($file->getPathname(), $archive->path());
        chmod($archive->path(), 0600);

        return $archive;
    }

    /** Reads one that was brought to its end: all its rows and files. */
    public function look(StoredArchive $archive): void
    {
        $archive->beat(0, $archive->total);
        try {
            (new AccountArchive($archive->path()))->check(function (int $done) use ($archive): void {
                $archive->beat($done, $archive->total);
            });
            $this->said($archive, ['state' => 'good', 'trouble' => null, 'done' => $archive->total]);
            $this->keepLatest($archive->user);
        } catch (Throwable $fault) {
            @unlink($archive->path());
            $isKnown = $fault instanceof UnsoundArchive;
            $this->said($archive, [
                'state' => 'bad',
                'bytes' => 0,
                'trouble' => $isKnown ? $fault->getMessage() : 'It could not be read. Nothing was changed.',
            ]);
            if (! $isKnown) {
                report($fault);
            }
        }
    }

    /** Of those from elsewhere. */
    private function keepLatest(User $user): void
    {
        $kept = $user->archives()->where('kind', 'brought')->orderByDesc('id')->limit(self::MOST_BROUGHT)->pluck('id');
        $user
            ->archives()
            ->where('kind', 'brought')
            ->whereIn('state', ['good', 'bad'])
            ->whereNotIn('id', $kept)
            ->get()
            ->each($this->archives->remove(...));
    }

    /** @return bool whether it was brought back; how, and what of it was left out, is said with the archive */
    public function restore(StoredArchive $archive): bool
    {
        $user = $archive->user;
        $archive->update(['state' => 'restoring', 'trouble' => null, 'done' => 0, 'total' => array_sum($archive->counts)]);
        $archive->beat();
        $prepared = null;
        $isExchanged = false;
        try {
            $tell = function (int $done, int $total) use ($archive): void {
                $archive->beat($done, $total);
            };
            $prepared = $this->account->prepare($user, new AccountArchive($archive->path()), $tell);
            $left = $this->exchange($user, $prepared, $archive);
            $isExchanged = true; // its files are the account's from here on
            $this->said($archive, ['state' => 'good', 'done' => array_sum($archive->counts), 'trouble' => self::leftOut($left)]);

            return true;
        } catch (Throwable $fault) {
            if ($prepared !== null && ! $isExchanged) {
                $this->account->forget($prepared);
            }
            $isKnown = $fault instanceof UnsoundArchive;
            $this->said($archive, [
                'state' => 'good',
                'trouble' => match (true) {
                    $isExchanged => null,
                    $isKnown => $fault->getMessage(),
                    default => 'It could not be brought back. What is here stays as it is.',
                },
            ]);
            if (! $isKnown) {
                report($fault);
            }

            return $isExchanged;
        } finally {
            $prepared?->rows->drop();
        }
    }

    /**
     * What is there is laid aside, and then replaced in the very state in which it was laid aside: where it was changed in
     * between it is laid aside once more, while nobody can change it.
     *
     * @return list<string> a sentence for each row that was left out
     *
     * @throws UnsoundArchive
     */
    private function exchange(User $user, PreparedAccount $prepared, StoredArchive $archive): array
    {
        try {
            $aside = null;
            for ($try = 0; $try < self::MOST_TRIES; $try++) {
                $revision = Visible::to($user)->revision();
                $before = $aside;
                $aside = $this->layAside($user, $archive, isHeld: $try > 0);
                if ($before !== null) {
                    $this->archives->remove($before);
                }
                $done = $this->account->exchange(
                    $user,
                    $prepared,
                    $revision,
                    fn (): bool => $archive->refresh()->state === 'restoring',
                );
                if ($done !== null) {
                    return $done['left'];
                }
                Hold::on($user->id);
            }
        } finally {
            Hold::end($user->id);
        }
        throw new UnsoundArchive(
            'What is here was changed again and again meanwhile, so nothing was brought back. Try again in a quieter hour.',
        );
    }

    /**
     * @return StoredArchive|null null where there is nothing
     *
     * @throws UnsoundArchive
     */
    private function layAside(User $user, StoredArchive $archive, bool $isHeld): ?StoredArchive
    {
        if (! Visible::to($user)->entries()->exists()) {
            return null;
        }
        $aside = $this->archives->ask($user, 'aside');
        $this->archives->write($aside, function () use ($archive, $isHeld, $user): void {
            if ($archive->beat() && $isHeld) {
                Hold::on($user->id);
            }
        });
        if ($aside->refresh()->state !== 'good') {
            throw new UnsoundArchive('What is there could not be laid aside, so nothing was changed.');
        }

        return $aside;
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

    /** @param  array<string, mixed>  $values */
    private function said(StoredArchive $archive, array $values): void
    {
        StoredArchive::query()->whereKey($archive->id)->update($values);
    }
}
