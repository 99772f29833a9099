<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\Data\RebuildDerived;
use App\Models\User;
use Illuminate\Console\Command;

/**
 * What is made of other rows (words to search, what clients are told, kept weeks, the days on which something may stand), made
 * anew.
 */
final class RebuildData extends Command
{
    protected $signature = 'data:rebuild';

    protected $description = 'Make all that is derived anew, and say what was another';

    public function handle(RebuildDerived $rebuild): int
    {
        $all = 0;
        foreach (User::query()->orderBy('id')->lazyById(100) as $user) {
            foreach ($rebuild->of($user) as $sentence) {
                $all++;
                $this->warn("{$user->email}: {$sentence}");
            }
        }
        $this->line($all === 0 ? 'All that is derived was as it should be.' : "{$all} things were another, and were made anew.");

        return self::SUCCESS;
    }
}
