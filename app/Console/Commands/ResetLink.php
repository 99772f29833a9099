<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Accounts\Links;
use App\Models\User;
use Illuminate\Console\Command;

/** For who is locked out where no mail server is joined. */
final class ResetLink extends Command
{
    protected $signature = 'accounts:reset-link {email}';

    protected $description = 'Make a link, good for an hour, that sets a new password';

    public function handle(Links $links): int
    {
        $user = User::query()->where('email', mb_strtolower((string) $this->argument('email')))->first();
        if ($user === null) {
            $this->error('There is no account with this address.');

            return self::FAILURE;
        }
        $this->line(Links::url('/reset/'.$links->make('reset', $user, $user->email)));

        return self::SUCCESS;
    }
}
