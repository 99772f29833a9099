<?php

declare(strict_types=1);

namespace App\Health;

use App\Backup\Backups;
use App\Models\Delivery;
use Illuminate\Support\Facades\DB;
use Throwable;

/** Which part of the installation is well and which is not. Says nothing of anybody's data. */
final readonly class Readiness
{
    /** Seconds after which a part that should beat every few is said to be gone. */
    private const LONGEST_SILENCE = 150;

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
        $age = min($worker->age() ?? PHP_INT_MAX, (new Heartbeat('schedule'))->age() ?? PHP_INT_MAX);

        return match (true) {
            $age > self::LONGEST_SILENCE => self::part(
                'reminders',
                false,
                'no worker and no schedule has looked for what is due for more than '.
                    intdiv(self::LONGEST_SILENCE, 60).
                    ' minutes',
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
            $age !== null && $age <= self::LONGEST_SILENCE,
            $age === null ? 'has never run' : "ran {$age} s ago",
        );
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
