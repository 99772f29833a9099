<?php

declare(strict_types=1);

namespace App\Console\Commands;

use App\Accounts\KnownZone;
use App\Accounts\StrongPassword;
use App\Actions\Accounts\OpenAccount;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\Validator;

final class AddAccount extends Command
{
    protected $signature = 'accounts:add {email} {--name= : What the account is called} {--zone=Europe/Berlin : Its time zone} {--password= : Asked for when it is left out}';

    protected $description = 'Make an account';

    public function handle(OpenAccount $accounts): int
    {
        $given = $this->option('password');
        $values = [
            'name' => $this->option('name') ?? explode('@', (string) $this->argument('email'))[0],
            'email' => mb_strtolower((string) $this->argument('email')),
            'password' => is_string($given) ? $given : $this->secret('Password, ten characters or more'),
            'zone' => $this->option('zone'),
        ];
        $validator = Validator::make(
            $values,
            [
                'name' => ['required', 'string', 'max:100'],
                'email' => ['required', 'email', 'max:200', 'unique:users,email'],
                'password' => ['required', 'string', new StrongPassword($values['email'])],
                'zone' => ['required', 'string', new KnownZone()],
            ],
            ['email.unique' => 'There is an account with this address already.'],
        );
        if ($validator->fails()) {
            foreach ($validator->errors()->all() as $sentence) {
                $this->error($sentence);
            }

            return self::FAILURE;
        }
        /** @var array{name: string, email: string, password: string, zone: string} $values as validated */
        $accounts->open($values);
        $this->line("{$values['email']} has an account.");

        return self::SUCCESS;
    }
}
