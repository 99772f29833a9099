<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\Archives\RestoreArchive;
use App\Models\StoredArchive;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;

/** Puts an archive in place of what an account has, apart from whoever asked for it. */
final class RestoreAccount implements ShouldQueue
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
        if ($archive?->state === 'restoring') {
            $archives->restore($archive);
        }
    }

    /** The worker was ended while it was at it. */
    public function failed(): void
    {
        StoredArchive::query()
            ->whereKey($this->archive)
            ->where('state', 'restoring')
            ->update(['state' => 'good', 'trouble' => 'It was stopped. What is here stays as it is.']);
    }
}
