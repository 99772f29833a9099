<?php

declare(strict_types=1);

namespace App\Retention;

use App\Backup\Folder;
use App\Standins\KeptMails;
use Carbon\CarbonImmutable;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Storage;

/**
 * What grows without end is cut back by rules a person can read: steps of the history after a year, what was delivered and the
 * stand-in mails and messages after 90 days, kept answers after a day, devices that are over and links a month after, what the
 * tally keeps of weeks after three years (it can be counted again), and files that nothing can bring back any more.
 */
final readonly class Pruning
{
    private const HISTORY_DAYS = 366;

    private const DELIVERY_DAYS = 90;

    private const ANSWER_HOURS = 24;

    private const TALLY_YEARS = 3;

    /** Of a file on its way in. */
    private const YOUNGEST_FILE_SECONDS = 86400;

    /** Rows a statement, so that nobody waits long for the lock. */
    private const AT_ONCE = 2000;

    /** Days for which it can be seen that a device was signed out, or a link used. */
    private const OVER_DAYS = 30;

    public function __construct(private LooseFiles $files, private Space $space, private KeptMails $mails)
    {
    }

    /**
     * @param  CarbonImmutable  $now  by which something may be removed for good (SureMoment)
     * @return array<string, int> how many went, by what they were
     */
    public function run(CarbonImmutable $now): array
    {
        $delivered = $now->subDays(self::DELIVERY_DAYS);
        $over = $now->subDays(self::OVER_DAYS)->getTimestamp();

        return [
            'steps of the history' => $this->delete(
                'history',
                fn ($query) => $query->where('created_at', '<', $now->subDays(self::HISTORY_DAYS)),
            ),
            'deliveries' => $this->delete(
                'deliveries',
                fn ($query) => $query->where('fell_at', '<', $delivered->getTimestamp()),
            ),
            'mails' => $this->delete('post_box', fn ($query) => $query->where('created_at', '<', $delivered)),
            'messages' => $this->delete('phone_messages', fn ($query) => $query->where('created_at', '<', $delivered)),
            'answers' => $this->delete(
                'answers',
                fn ($query) => $query->where('created_at', '<', $now->subHours(self::ANSWER_HOURS)),
            ),
            'devices' => $this->delete('devices', fn ($query) => $query->where('expires_at', '<', $over)),
            'links' => $this->delete(
                'account_links',
                fn ($query) => $query->where(
                    fn (Builder $any): Builder => $any->where('expires_at', '<', $over)->orWhere('used_at', '<', $over),
                ),
            ),
            'tokens in mails' => $this->mails->forgetTokens($now->getTimestamp()),
            'forgotten counts' => $this->cached($now->getTimestamp()),
            'weeks of the tally' => DB::table('tally_weeks')
                ->where('last', '<', $now->subYears(self::TALLY_YEARS)->toDateString())
                ->delete(),
            'files' => $this->files->remove($now)['files'],
            'files on their way in' => $this->imports($now->getTimestamp()),
            'bytes given back to the disk' => $this->space->giveBack(),
        ];
    }

    /** @param  \Closure(Builder): Builder  $which */
    private function delete(string $table, \Closure $which): int
    {
        $all = 0;
        do {
            $gone = DB::table($table)
                ->whereIn('id', $which(DB::table($table)->select('id'))->limit(self::AT_ONCE))
                ->delete();
            $all += $gone;
        } while ($gone === self::AT_ONCE);

        return $all;
    }

    /** What the cache keeps in files (wrong tries, limits) and is over: nobody asks for it again by the same name. */
    private function cached(int $now): int
    {
        $folder = config('cache.stores.file.path');
        if (config('cache.default') !== 'file' || ! is_string($folder)) {
            return 0;
        }
        $gone = 0;
        foreach (Folder::filesIn($folder) as $name) {
            // Each begins with the moment until which it is good, in ten figures (Illuminate\Cache\FileStore).
            $until = @file_get_contents("{$folder}/{$name}", length: 10);
            if (is_string($until) && preg_match('/^\d{10}$/D', $until) === 1 && (int) $until < $now && @unlink("{$folder}/{$name}")) {
                $gone++;
            }
        }

        return $gone;
    }

    /** Files to be brought in that were neither taken nor given up. */
    private function imports(int $now): int
    {
        $gone = 0;
        foreach (glob(Storage::disk('local')->path('imports').'/*/*', GLOB_ONLYDIR) ?: [] as $folder) {
            if (filemtime($folder) < $now - self::YOUNGEST_FILE_SECONDS && File::deleteDirectory($folder)) {
                $gone++;
            }
        }

        return $gone;
    }
}
