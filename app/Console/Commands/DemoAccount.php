<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Models\User;
use Database\Seeders\DemoSeeder;
use Illuminate\Console\Command;

/** Tells bin/start whether the demo's account is there, so that it prints a sign-in only when it works. */
final class DemoAccount extends Command
{
    protected $signature = 'accounts:demo';

    protected $description = 'Says yes when the demo account is there, no otherwise';

    public function handle(): int
    {
        $this->line(User::query()->where('email', DemoSeeder::EMAIL)->exists() ? 'yes' : 'no');

        return self::SUCCESS;
    }
}
