<?php

declare(strict_types=1);

namespace App\Retention;

use Carbon\CarbonImmutable;

/**
 * The moment by which something may be removed for good. It follows the clock, but where that jumps ahead of the counter of the
 * running machine it stays behind, until the machine has run for a day with the clock so: a clock that was wrong for some hours
 * removes nothing.
 *
 * Kept in a file beside the signs of life, and looked at every minute by the schedule.
 *
 * @phpstan-type State array{wall: int, boot: string, counter: int, sure: int|null, steady: int}
 */
final readonly class SureMoment
{
    /** Seconds that a clock has to be steady before it is believed. */
    private const A_DAY = 86400;

    /** Seconds by which clock and counter may differ. */
    private const SLACK = 3600;

    /** Seconds for which a machine may have been off without a doubt about its clock. */
    private const LONGEST_OFF = 86400;

    public function __construct(private Uptime $uptime)
    {
    }

    /** @return CarbonImmutable|null never later than the clock says; null where it has not been looked at for a day yet */
    public function look(): ?CarbonImmutable
    {
        $folder = config('health.folder');
        $path = (is_string($folder) ? $folder : storage_path('framework/alive')).'/sure-moment.json';
        if (! is_dir(dirname($path))) {
            @mkdir(dirname($path), 0700, true);
        }
        $file = @fopen($path, 'c+');
        if ($file === false) {
            return null;
        }
        flock($file, LOCK_EX);
        $state = $this->next(self::read((string) stream_get_contents($file)));
        rewind($file);
        ftruncate($file, 0);
        fwrite($file, json_encode($state, JSON_THROW_ON_ERROR));
        fclose($file);

        return $state['sure'] === null ? null : CarbonImmutable::createFromTimestampUTC($state['sure']);
    }

    /**
     * @param  State|null  $before
     * @return State
     */
    private function next(?array $before): array
    {
        $now = CarbonImmutable::now()->getTimestamp();
        $here = ['wall' => $now, 'boot' => $this->uptime->boot(), 'counter' => $this->uptime->seconds()];
        if ($before === null) {
            return [...$here, 'sure' => null, 'steady' => 0];
        }
        $isSameRun = $here['boot'] !== '' && $here['boot'] === $before['boot'];
        // After a start of the machine its counter has begun anew, and says at least that long.
        $ran = max(0, $here['counter'] - ($isSameRun ? $before['counter'] : 0));
        $ahead = $now - $before['wall'] - $ran;
        $isSteady = $ahead >= -self::SLACK && $ahead <= ($isSameRun ? self::SLACK : self::LONGEST_OFF);
        $wasSure = $before['sure'] !== null && $before['wall'] - $before['sure'] <= self::SLACK;
        $steady = $isSteady ? $before['steady'] + $ran : 0;

        return [
            ...$here,
            'sure' => match (true) {
                ($isSteady && $wasSure) || $steady >= self::A_DAY => $now,
                $before['sure'] === null => null,
                default => min($now, $before['sure'] + $ran),
            },
            'steady' => min($steady, self::A_DAY),
        ];
    }

    /** @return State|null */
    private static function read(string $text): ?array
    {
        $read = json_decode($text, true);

        return is_array($read) &&
            is_int($read['wall'] ?? null) &&
            is_string($read['boot'] ?? null) &&
            is_int($read['counter'] ?? null) &&
            (is_int($read['sure'] ?? null) || ($read['sure'] ?? null) === null) &&
            is_int($read['steady'] ?? null)
            ? [
                'wall' => $read['wall'],
                'boot' => $read['boot'],
                'counter' => $read['counter'],
                'sure' => $read['sure'] ?? null,
                'steady' => $read['steady'],
            ]
            : null;
    }
}
