<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\Archives\RestoreArchive;
use App\Models\StoredArchive;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Reads an archive from elsewhere to its end, apart from whoever brought it. */
final class LookAtArchive implements ShouldQueue
{
    use Queueable;

    public int $timeout = 1800;

    public int $tries = 1;

    public function __construct(public readonly string $archive)
    {
        $this->onConnection('long');
    }

    public function handle(RestoreArchive $archives): void
    {
        $archive = StoredArchive::query()->with('user')->find($this->archive);
        if ($archive?->state === 'looking') {
            $archives->look($archive);
        }
    }

    /** The worker was ended while it was at it. */
    public function failed(): void
    {
        StoredArchive::query()
            ->whereKey($this->archive)
            ->where('state', 'looking')
            ->update(['state' => 'bad', 'trouble' => 'It was stopped before it was read whole. Bring it once more.']);
    }
}
