<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\Archives\WriteArchive;
use App\Models\StoredArchive;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Writes an archive of an account, apart from whoever asked for it. */
final class WriteAccount implements ShouldQueue
{
    use Queueable;

    public int $timeout = 1800;

    public int $tries = 1;

    public function __construct(public readonly string $archive)
    {
        $this->onConnection('long');
    }

    public function handle(WriteArchive $archives): void
    {
        $archive = StoredArchive::query()->with('user')->find($this->archive);
        if ($archive?->state === 'waiting') {
            $archives->write($archive);
        }
    }

    /** The worker was ended while it was at it. */
    public function failed(): void
    {
        StoredArchive::query()
            ->whereKey($this->archive)
            ->whereIn('state', ['waiting', 'writing'])
            ->update(['state' => 'bad', 'trouble' => 'It was stopped before it was whole.']);
    }
}
