<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Health\OpenToOthers;
use Illuminate\Console\Command;

final class CheckInstallation extends Command
{
    protected $signature = 'installation:check';

    protected $description = 'Say what others on this machine could read, and what is set as nobody should run it';

    public function handle(OpenToOthers $open): int
    {
        $found = $open->find();
        foreach ($found as $sentence) {
            $this->error($sentence);
        }
        if ($found === []) {
            $this->line('Nothing is open to others.');
        }

        return $found === [] ? self::SUCCESS : self::FAILURE;
    }
}
