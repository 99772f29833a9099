<?php

declare(strict_types=1);

namespace App\Health;

use App\Backup\Backups;
use App\Models\Delivery;
use App\Models\StoredArchive;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;
use Throwable;

/** Which part of the installation is well and which is not. Says nothing of anybody's data. */
final readonly class Readiness
{
    /** Seconds after which a part that should beat every few is said to be gone: each that is killed is known within a minute. */
    private const LONGEST_SILENCE = 45;

    /** The same of the schedule, which runs at the full minute. */
    private const LONGEST_MINUTE = 70;

    private const LEAST_FREE_BYTES = 100 * 1024 * 1024;

    /** Hours after which the latest backup is too old. */
    private const OLDEST_BACKUP = 36;

    public function __construct(private Backups $backups)
    {
    }

    /** @return list<array{part: string, well: bool, says: string}> */
    public function parts(): array
    {
        return [
            $this->database(),
            $this->reminders(),
            $this->schedule(),
            $this->worker('queue', 'mails about accounts wait'),
            $this->worker('long', 'archives wait'),
            $this->mail(),
            $this->disk(),
            $this->backup(),
            $this->data(),
        ];
    }

    /** @return array{part: string, well: bool, says: string} */
    private function database(): array
    {
        try {
            // Takes the write lock, and gives it back.
            DB::transaction(fn () => DB::table('users')->exists());

            return self::part('database', true, 'can be read and written');
        } catch (Throwable) {
            return self::part('database', false, 'cannot be written at the moment');
        }
    }

    /** @return array{part: string, well: bool, says: string} */
    private function reminders(): array
    {
        $worker = new Heartbeat('reminders');
        $age = $worker->age();
        $schedule = (new Heartbeat('schedule'))->age() ?? PHP_INT_MAX;

        return match (true) {
            $age === null && $schedule > self::LONGEST_MINUTE => self::part(
                'reminders',
                false,
                'no worker has looked for what is due yet, and no schedule does',
            ),
            $age === null => self::part('reminders', true, 'are handed over by the schedule, every minute'),
            $age > self::LONGEST_SILENCE => self::part(
                'reminders',
                false,
                "the worker was last seen {$age} s ago".
                    ($schedule > self::LONGEST_MINUTE ? '' : '; the schedule hands over every minute meanwhile'),
            ),
            $worker->trouble() !== '' => self::part('reminders', false, 'the worker goes on, but its last look failed'),
            default => self::part('reminders', true, 'looked for what is due '.$age.' s ago'),
        };
    }

    /** @return array{part: string, well: bool, says: string} */
    private function schedule(): array
    {
        $age = (new Heartbeat('schedule'))->age();

        return self::part(
            'schedule',
            $age !== null && $age <= self::LONGEST_MINUTE,
            $age === null ? 'has never run' : "ran {$age} s ago",
        );
    }

    /**
     * Of a queue. Where what is asked for is done at once there is none.
     *
     * @param  string  $else  what becomes of it without one
     * @return array{part: string, well: bool, says: string}
     */
    private function worker(string $name, string $else): array
    {
        if (config('queue.connections.'.($name === 'long' ? 'long' : config()->string('queue.default')).'.driver') === 'sync') {
            return self::part($name, true, 'is done at once');
        }
        $age = (new Heartbeat($name))->age();
        if ($name === 'long' && ($age ?? PHP_INT_MAX) > self::LONGEST_SILENCE) {
            $age = self::sinceLongWork() ?? $age;
        }

        return self::part(
            $name,
            $age !== null && $age <= self::LONGEST_SILENCE,
            match (true) {
                $age === null => "has no worker: {$else}",
                $age > self::LONGEST_SILENCE => "the worker was last seen {$age} s ago: {$else}",
                default => "was at work {$age} s ago",
            },
        );
    }

    /** @return int|null seconds since whoever is in the middle of long work said so; null where nobody is */
    private static function sinceLongWork(): ?int
    {
        $alive = rescue(
            fn () => StoredArchive::query()->whereIn('state', ['writing', 'looking', 'restoring'])->max('alive_at'),
            report: false,
        );

        return is_numeric($alive) ? max(0, CarbonImmutable::now()->getTimestamp() - (int) $alive) : null;
    }

    /** @return array{part: string, well: bool, says: string} */
    private function mail(): array
    {
        try {
            $failed = Delivery::query()
                ->where('channel', 'mail')
                ->whereNull('handed_at')
                ->whereNull('dropped_at')
                ->where('tries', '>', 0)
                ->count();
        } catch (Throwable) {
            return self::part('mail', false, 'cannot be told without the database');
        }

        return self::part(
            'mail',
            $failed === 0,
            $failed === 0 ? 'nothing failed' : "{$failed} reminders could not be sent and are tried again",
        );
    }

    /** @return array{part: string, well: bool, says: string} */
    private function disk(): array
    {
        $database = config('database.connections.sqlite.database');
        $free = min(
            array_filter(
                [
                    disk_free_space(storage_path()),
                    is_string($database) && is_dir(dirname($database)) ? disk_free_space(dirname($database)) : false,
                ],
                is_float(...),
            ) ?: [-1],
        );

        return self::part(
            'disk',
            $free >= self::LEAST_FREE_BYTES,
            $free < 0 ? 'cannot be measured' : round($free / 1024 ** 3, 1).' GB free',
        );
    }

    /** @return array{part: string, well: bool, says: string} */
    private function backup(): array
    {
        $hours = $this->backups->hoursSinceLast();
        $ahead = count($this->backups->ahead());

        return self::part(
            'backup',
            $hours !== null && $hours <= self::OLDEST_BACKUP,
            ($hours === null ? 'there is none yet' : "the latest is {$hours} h old").
                ($ahead === 0 ? '' : "; {$ahead} of a time to come were written by a clock that was wrong, or it is wrong now"),
        );
    }

    /**
     * As data:check found it last; it looks every night.
     *
     * @return array{part: string, well: bool, says: string}
     */
    private function data(): array
    {
        $check = new Heartbeat('data');

        return self::part(
            'data',
            $check->age() === null || $check->trouble() === '',
            match (true) {
                $check->age() === null => 'was not looked through yet',
                $check->trouble() !== '' => $check->trouble(),
                default => 'hangs together',
            },
        );
    }

    /** @return array{part: string, well: bool, says: string} */
    private static function part(string $name, bool $isWell, string $says): array
    {
        return ['part' => $name, 'well' => $isWell, 'says' => $says];
    }
}
