<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Accounts\ChangeAccount;
use App\Actions\Accounts\OpenAccount;
use App\Http\Requests\Account;
use App\Http\Requests\ChangeAccountRequest;
use App\Http\Requests\OpenAccountRequest;
use App\Http\Requests\SignInRequest;
use App\Http\Resources\AccountResource;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\Auth;
use Illuminate\Validation\ValidationException;

final class SessionController
{
    public function show(Request $request): JsonResponse
    {
        $user = $request->user();

        return response()->json([
            'account' => $user instanceof User ? new AccountResource($user) : null,
            'first_run' => $user === null && User::query()->doesntExist(),
        ]);
    }

    public function signIn(SignInRequest $request): JsonResponse
    {
        $known = Auth::guard('web')->attempt(
            ['email' => $request->string('email')->lower()->value(), 'password' => $request->string('password')->value()],
            remember: true,
        );
        if (! $known) {
            throw ValidationException::withMessages(['email' => 'This address and password do not belong together.']);
        }
        $request->session()->regenerate();

        return $this->show($request);
    }

    public function signOut(Request $request): Response
    {
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return response()->noContent();
    }

    public function open(OpenAccountRequest $request, OpenAccount $accounts): JsonResponse
    {
        abort_if(User::query()->exists(), 403, 'There is an account already. Sign in with it.');
        $user = $accounts->open($request->account());
        Auth::guard('web')->login($user, remember: true);
        $request->session()->regenerate();

        return $this->show($request)->setStatusCode(201);
    }

    public function change(ChangeAccountRequest $request, ChangeAccount $accounts): AccountResource
    {
        return new AccountResource($accounts->change(Account::of($request), $request->changes()));
    }
}
