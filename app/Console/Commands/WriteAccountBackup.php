<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Actions\Archives\WriteArchive;
use App\Models\User;
use Illuminate\Console\Command;

final class WriteAccountBackup extends Command
{
    protected $signature = 'backup:account {email : Of the account} {--to= : Where it is to lie, instead of with those that are kept}';

    protected $description = 'Write all of one account into an archive, while it is in use';

    public function handle(WriteArchive $archives): int
    {
        $user = User::query()->where('email', mb_strtolower($this->argument('email')))->first();
        if ($user === null) {
            $this->error('There is no account with this address.');

            return self::FAILURE;
        }
        $archive = $archives->ask($user, 'own');
        $archives->write($archive);
        $archive->refresh();
        if ($archive->state !== 'good') {
            $this->error("No archive was written: {$archive->trouble}");

            return self::FAILURE;
        }
        $path = $archive->path();
        $to = $this->option('to');
        if (is_string($to) && $to !== '') {
            if (! @rename($path, $to)) {
                $this->error("It could not be put at {$to}. It lies in {$path}.");

                return self::FAILURE;
            }
            $archive->delete();
            $path = $to;
        }
        $this->line($path);
        $this->line(
            ($archive->counts['entries'] ?? 0).
                ' entries and '.
                ($archive->counts['attachments'] ?? 0).
                ' files, read back.',
            verbosity: 'v',
        );

        return self::SUCCESS;
    }
}
