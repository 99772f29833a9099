<?php

declare(strict_types=1);

namespace App\Interchange;

use App\Journal\KeptAnswers;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\Config;
use RuntimeException;

/**
 * How the taking of a long file goes, which is done apart from whoever asked for it. What came of it is written down in the transaction of
 * the change itself (`answers`), so that a worker that is killed afterwards leaves no doubt, and nothing comes in twice.
 *
 * @phpstan-type Done array{added: int, changed: int, left: int}
 * @phpstan-type Target array{calendar_id: string}|array{area_id: string, name: string}|null
 * @phpstan-type Shown array{state: 'waiting'|'taking'|'done'|'failed', done: Done|null, trouble: string|null}
 * @phpstan-type Asked array{targets: list<Target>, known: 'leave'|'newer'|'all', alive_at: int|null, trouble: string|null}
 */
final readonly class LongTaking
{
    private const STOPPED = 'It was stopped before anything came in. Take it in once more.';

    /** Seconds without a sign of life after which a worker is dead. */
    private const LONGEST_SILENCE = 120;

    public function __construct(private User $user, private ImportFolder $import)
    {
    }

    /** Whether a file of so many entries is taken in apart. */
    public static function isFor(int $entries): bool
    {
        return $entries > Config::integer('files.taken_at_once');
    }

    /**
     * @param  list<Target>  $targets
     * @param  'leave'|'newer'|'all'  $known
     * @return bool whether somebody has to begin with it: it is not waited for, at work or in already
     */
    public function ask(array $targets, string $known): bool
    {
        if (($this->shown()['state'] ?? 'failed') !== 'failed') {
            return false;
        }
        $this->import->ask(['targets' => $targets, 'known' => $known, 'alive_at' => null, 'trouble' => null]);

        return true;
    }

    /** Whoever is at it says so. */
    public function beat(): void
    {
        $this->change(['alive_at' => CarbonImmutable::now()->getTimestamp()]);
    }

    /** Whoever was at it has come to nothing. */
    public function fail(): void
    {
        $this->change(['trouble' => self::STOPPED]);
    }

    /** @return Shown|null null where nobody asked for it */
    public function shown(): ?array
    {
        $asked = $this->import->asked();
        if ($asked === null) {
            return null;
        }
        $done = $this->done();
        $silence = $asked['alive_at'] === null ? 0 : abs(CarbonImmutable::now()->getTimestamp() - $asked['alive_at']);
        $trouble = match (true) {
            $done !== null => null,
            $asked['trouble'] !== null => $asked['trouble'],
            $silence > self::LONGEST_SILENCE => self::STOPPED,
            default => null,
        };

        return [
            'state' => match (true) {
                $done !== null => 'done',
                $trouble !== null => 'failed',
                default => $asked['alive_at'] === null ? 'waiting' : 'taking',
            },
            'done' => $done,
            'trouble' => $trouble,
        ];
    }

    /** Whether it is waited for, or at work. */
    public function isUnderWay(): bool
    {
        return in_array($this->shown()['state'] ?? '', ['waiting', 'taking'], true);
    }

    /**
     * Within the transaction in which it comes in.
     *
     * @param  Done  $done
     */
    public function keep(array $done): void
    {
        $answers = new KeptAnswers($this->user->id);
        if (! $answers->take($this->key(), '')) {
            throw new RuntimeException('It is in already.');
        }
        $answers->keep($this->key(), 200, json_encode($done, JSON_THROW_ON_ERROR));
    }

    /** @return Done|null */
    private function done(): ?array
    {
        $kept = (new KeptAnswers($this->user->id))->find($this->key());
        /** @var Done|null $done as keep() wrote it */
        $done = $kept === null ? null : json_decode($kept['body'], true, flags: JSON_THROW_ON_ERROR);

        return $done;
    }

    /** A key of a request has no space in it, so it is none of those. */
    private function key(): string
    {
        return "import {$this->import->id}";
    }

    /** @param  array{alive_at?: int, trouble?: string}  $values */
    private function change(array $values): void
    {
        $asked = $this->import->asked();
        if ($asked !== null) {
            $this->import->ask([...$asked, ...$values]);
        }
    }
}
