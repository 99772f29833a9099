<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\Accounts\LeaveAccount;
use App\Retention\SureMoment;
use Illuminate\Console\Command;

final class RemoveLeftAccounts extends Command
{
    protected $signature = 'accounts:remove-left';

    protected $description = 'Remove the accounts that were left a week ago';

    public function handle(LeaveAccount $accounts, SureMoment $moment): int
    {
        $now = $moment->look();
        $this->line(($now === null ? 0 : $accounts->removeAll($now)).' accounts are gone.', verbosity: 'v');

        return self::SUCCESS;
    }
}
