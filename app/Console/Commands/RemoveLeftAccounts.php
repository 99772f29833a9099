<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\Accounts\LeaveAccount;
use Illuminate\Console\Command;

final class RemoveLeftAccounts extends Command
{
    protected $signature = 'accounts:remove-left';

    protected $description = 'Remove the accounts that were left a week ago';

    public function handle(LeaveAccount $accounts): int
    {
        $this->line($accounts->removeAll().' accounts are gone.', verbosity: 'v');

        return self::SUCCESS;
    }
}
