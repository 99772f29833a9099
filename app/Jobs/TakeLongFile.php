<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Actions\Interchange\TakeImport;
use App\Interchange\ImportFolder;
use App\Interchange\LongTaking;
use App\Models\User;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Queue\Queueable;
use Throwable;

/** Takes in a file of many entries, apart from whoever brought it. */
final class TakeLongFile implements ShouldQueue
{
    use Queueable;

    public int $timeout = 1800;

    public int $tries = 1;

    public function __construct(public readonly int $userId, public readonly string $import)
    {
        $this->onConnection('long');
    }

    public function handle(TakeImport $take): void
    {
        $user = User::query()->find($this->userId);
        $import = $user === null ? null : ImportFolder::find($user, $this->import);
        $asked = $import?->asked();
        if ($user === null || $import === null || $asked === null) {
            return; // it was given up
        }
        $taking = new LongTaking($user, $import);
        if (! $taking->isUnderWay()) {
            return;
        }
        $taking->beat();
        $take->take($user, $import, $asked['targets'], $asked['known'], $taking->keep(...), $taking->beat(...));
    }

    public function failed(?Throwable $fault): void
    {
        $user = User::query()->find($this->userId);
        $import = $user === null ? null : ImportFolder::find($user, $this->import);
        if ($user !== null && $import !== null) {
            (new LongTaking($user, $import))->fail();
        }
    }
}
