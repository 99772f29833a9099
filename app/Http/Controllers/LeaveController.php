<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Accounts\LeaveAccount;
use App\Http\Requests\Account;
use App\Http\Requests\PresentPasswordRequest;
use App\Jobs\WriteAccount;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Leaving for good, and staying after all. */
final class LeaveController
{
    public function store(PresentPasswordRequest $request, LeaveAccount $accounts): JsonResponse
    {
        $user = Account::of($request);
        WriteAccount::dispatch($accounts->leave($user)->id);

        return response()->json(['leaves_at' => $user->refresh()->leaves_at], 202);
    }

    public function destroy(Request $request, LeaveAccount $accounts): Response
    {
        $accounts->stay(Account::of($request));

        return response()->noContent();
    }
}
