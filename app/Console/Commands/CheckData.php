<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Health\Crossings;
use App\Health\Heartbeat;
use Illuminate\Console\Command;

/** Looks whether what is kept hangs together; what was found is said here, and at /ready until it is mended. */
final class CheckData extends Command
{
    protected $signature = 'data:check';

    protected $description = 'Look whether any row of one account names something of another';

    public function handle(Crossings $crossings): int
    {
        $found = $crossings->find();
        (new Heartbeat('data'))->beat(
            $found === [] ? '' : 'rows of one account name something of another: php artisan data:check',
        );
        foreach ($found as $sentence) {
            $this->error($sentence);
        }
        if ($found === []) {
            $this->line('No row of an account names something of another.');
        }

        return $found === [] ? self::SUCCESS : self::FAILURE;
    }
}
