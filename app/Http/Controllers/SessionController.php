<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\Backoff;
use App\Accounts\KnownPassword;
use App\Accounts\KnownZone;
use App\Accounts\SignedIn;
use App\Actions\Accounts\ChangeAccount;
use App\Actions\Accounts\OpenAccount;
use App\Http\Requests\Account;
use App\Http\Requests\ChangeAccountRequest;
use App\Http\Requests\OpenAccountRequest;
use App\Http\Requests\SignInRequest;
use App\Http\Resources\AccountResource;
use App\Models\User;
use App\Queries\Screens\AnotherZone;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\ValidationException;
use PlumRota\Core\Time\Zone;

final readonly class SessionController
{
    public function __construct(private SignedIn $signedIn)
    {
    }

    public function show(Request $request): JsonResponse
    {
        $user = $request->user();

        return response()->json([
            'account' => $user instanceof User ? new AccountResource($user) : null,
            'first_run' => $user === null && User::query()->doesntExist(),
        ]);
    }

    public function signIn(SignInRequest $request, Backoff $backoff, KnownPassword $passwords): JsonResponse
    {
        $email = $request->string('email')->lower()->value();
        $wait = $backoff->wait($email, (string) $request->ip());
        if ($wait > 0) {
            return response()->json(['message' => Backoff::sentence($wait)], 429, ['Retry-After' => (string) $wait]);
        }
        $user = User::query()->where('email', $email)->first();
        if (! $passwords->isOf($user, $request->string('password')->value()) || $user === null) {
            $backoff->wrong($email, (string) $request->ip());
            throw ValidationException::withMessages(['email' => 'This address and password do not belong together.']);
        }
        $backoff->right($email, (string) $request->ip());
        $this->signedIn->begin($request, $user, $request->boolean('remember'));

        return $this->show($request);
    }

    public function signOut(Request $request): Response
    {
        $this->signedIn->end($request);

        return response()->noContent();
    }

    /** The first account is anybody's; any other needs an invitation. */
    public function open(OpenAccountRequest $request, OpenAccount $accounts): JsonResponse
    {
        $token = $request->token();
        $user = $token === null ? $accounts->openFirst($request->account()) : $accounts->openInvited($token, $request->account());
        if ($user === null) {
            abort(
                403,
                $token === null
                    ? 'There is an account already. Sign in with it, or ask its owner for an invitation.'
                    : 'This invitation was used already, or is older than a week. Ask for another one.',
            );
        }
        $this->signedIn->begin($request, $user, false);

        return $this->show($request)->setStatusCode(201);
    }

    public function change(ChangeAccountRequest $request, ChangeAccount $accounts): AccountResource
    {
        $request->requireKnown((new AccountResource(Account::of($request)))->toArray($request));

        return new AccountResource($accounts->change(Account::of($request), $request->changes(), $request->routinesKeepWall()));
    }

    /** The next week in another time zone, both ways. */
    public function anotherZone(Request $request, AnotherZone $zones): JsonResponse
    {
        $request->validate(['zone' => ['required', 'string', new KnownZone()]]);

        return response()->json($zones->show(Account::of($request), Zone::of($request->string('zone')->value())));
    }
}
