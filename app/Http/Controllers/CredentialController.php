<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\Backoff;
use App\Accounts\Links;
use App\Accounts\SignedIn;
use App\Actions\Accounts\AccountMails;
use App\Actions\Accounts\SetPassword;
use App\Http\Requests\Account;
use App\Http\Requests\CredentialRequest;
use App\Http\Requests\ResetRequest;
use App\Http\Resources\AccountResource;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;

/** What one signs in with: changed by whoever knows the old password, or set anew by a link sent to the address. */
final readonly class CredentialController
{
    public function __construct(private SignedIn $signedIn, private AccountMails $mails, private Links $links)
    {
    }

    public function password(CredentialRequest $request, SetPassword $passwords): Response
    {
        $user = Account::of($request);
        $passwords->set(
            $user,
            $request->string('password')->value(),
            $this->signedIn->current($request)->id ?? '',
            $request->boolean('end_device_passwords', true),
        );
        $this->mails->passwordChanged($user);

        return response()->noContent();
    }

    public function address(CredentialRequest $request): AccountResource
    {
        $user = Account::of($request);
        $old = $user->email;
        $user->update(['email' => $request->string('email')->lower()->value()]);
        $this->mails->addressChanged($user, $old);

        return new AccountResource($user);
    }

    /** The same answer whether the address is known or not. */
    public function forgotten(ResetRequest $request, Backoff $backoff): JsonResponse
    {
        $email = $request->string('email')->lower()->value();
        $wait = $backoff->wait("reset {$email}", (string) $request->ip());
        if ($wait > 0) {
            return response()->json(['message' => Backoff::sentence($wait)], 429, ['Retry-After' => (string) $wait]);
        }
        $backoff->wrong("reset {$email}", (string) $request->ip());
        $user = User::query()->where('email', $email)->first();
        if ($user !== null) {
            $this->mails->reset($user, DB::transaction(fn (): string => $this->links->make('reset', $user, $user->email)));
        }

        return response()->json(
            ['message' => 'If there is an account with this address, a mail is on its way. Its link is good for an hour.'],
            202,
        );
    }

    public function reset(ResetRequest $request, SetPassword $passwords): Response
    {
        $user = DB::transaction(function () use ($request, $passwords): ?User {
            $link = $this->links->find('reset', $request->string('token')->value());
            if ($link === null || $link->email !== $link->user->email) {
                return null;
            }
            $this->links->use($link);
            $passwords->set(
                $link->user,
                $request->string('password')->value(),
                null,
                $request->boolean('end_device_passwords', true),
            );

            return $link->user;
        });
        abort_if($user === null, 403, 'This link was used already, or is older than an hour. Ask for another one.');
        $this->mails->passwordChanged($user);

        return response()->noContent();
    }
}
