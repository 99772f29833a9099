<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Retention\Pruning;
use Illuminate\Console\Command;

final class PruneData extends Command
{
    protected $signature = 'data:prune';

    protected $description = 'Remove what is older than it is kept for, and files that nothing can bring back';

    public function handle(Pruning $pruning): int
    {
        foreach ($pruning->run() as $what => $count) {
            $this->line("{$count} {$what}", verbosity: 'v');
        }

        return self::SUCCESS;
    }
}
