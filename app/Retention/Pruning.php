<?php

declare(strict_types=1);

namespace App\Retention;

use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Facades\Storage;

/**
 * What grows without end is cut back by rules a person can read: steps of the history after a year, what was delivered and
 * the stand-in mails and messages after 90 days, kept answers after a day, what the tally keeps of weeks after three years (it can be
 * counted again), and files that nothing can bring back any more.
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

    public function __construct(private LooseFiles $files)
    {
    }

    /**
     * @param  CarbonImmutable  $now  by which something may be removed for good (SureMoment)
     * @return array<string, int> how many went, by what they were
     */
    public function run(CarbonImmutable $now): array
    {
        $delivered = $now->subDays(self::DELIVERY_DAYS);

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
            'weeks of the tally' => DB::table('tally_weeks')
                ->where('last', '<', $now->subYears(self::TALLY_YEARS)->toDateString())
                ->delete(),
            'files' => $this->files->remove($now)['files'],
            'files on their way in' => $this->imports($now->getTimestamp()),
        ];
    }

    /** @param  \Closure(\Illuminate\Database\Query\Builder): \Illuminate\Database\Query\Builder  $which */
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
