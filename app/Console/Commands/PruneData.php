<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Retention\Pruning;
use App\Retention\SureMoment;
use Illuminate\Console\Command;

final class PruneData extends Command
{
    protected $signature = 'data:prune';

    protected $description = 'Remove what is older than it is kept for, and files that nothing can bring back';

    public function handle(Pruning $pruning, SureMoment $moment): int
    {
        $now = $moment->look();
        if ($now === null) {
            $this->line('The clock was not looked at for a day yet: nothing is removed before that.');

            return self::SUCCESS;
        }
        foreach ($pruning->run($now) as $what => $count) {
            $this->line("{$count} {$what}", verbosity: 'v');
        }

        return self::SUCCESS;
    }
}
