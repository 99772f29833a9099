<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\Archives\RestoreArchive;
use App\Archive\UnsoundArchive;
use App\Models\User;
use Illuminate\Console\Command;
use SplFileInfo;

final class RestoreAccountBackup extends Command
{
    protected $signature = 'backup:account-restore {email : Of the account} {archive : Its path} {--yes : Do not ask}';

    protected $description = 'Put an archive in place of what an account has; that is laid aside first';

    public function handle(RestoreArchive $archives): int
    {
        $user = User::query()->where('email', mb_strtolower($this->argument('email')))->first();
        if ($user === null) {
            $this->error('There is no account with this address. accounts:add makes one.');

            return self::FAILURE;
        }
        if (
            ! $this->option('yes') &&
            ! $this->confirm("What {$user->email} has is replaced by it, and laid aside first. Go on?")
        ) {
            return self::FAILURE;
        }
        try {
            $archive = $archives->bring($user, new SplFileInfo($this->argument('archive')));
        } catch (UnsoundArchive $fault) {
            $this->error("Nothing was brought back: {$fault->getMessage()}");

            return self::FAILURE;
        }
        $archives->look($archive);
        if ($archive->refresh()->state !== 'good') {
            $this->error("Nothing was brought back: {$archive->trouble}");

            return self::FAILURE;
        }
        $isBack = $archives->restore($archive);
        $archive->refresh();
        if (! $isBack) {
            $this->error("Nothing was brought back: {$archive->trouble}");

            return self::FAILURE;
        }
        $this->line(($archive->counts['entries'] ?? 0).' entries were brought back.');
        if ($archive->trouble !== null) {
            $this->warn($archive->trouble);
        }

        return self::SUCCESS;
    }
}
