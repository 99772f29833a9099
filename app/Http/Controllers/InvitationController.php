<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\Links;
use App\Actions\Accounts\AccountMails;
use App\Http\Requests\Account;
use App\Http\Requests\InvitationRequest;
use App\Models\AccountLink;
use App\Models\User;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Facades\DB;

/** The first account invites others; a link by mail, and the same link to hand over by other means. */
final class InvitationController
{
    public function index(Request $request): JsonResponse
    {
        $user = Account::of($request);

        return response()->json([
            'may_invite' => self::isFirst($user),
            'invitations' => array_values(
                $user
                    ->invitations()
                    ->whereNull('used_at')
                    ->where('expires_at', '>', CarbonImmutable::now()->getTimestamp())
                    ->orderBy('id')
                    ->get()
                    ->map(
                        fn (AccountLink $link): array => [
                            'id' => $link->id,
                            'email' => $link->email,
                            'expires_at' => $link->expires_at,
                        ],
                    )
                    ->all(),
            ),
        ]);
    }

    public function store(InvitationRequest $request, Links $links, AccountMails $mails): JsonResponse
    {
        $user = Account::of($request);
        abort_unless(self::isFirst($user), 403, 'Only the first account of this Plum Rota invites others.');
        $email = $request->string('email')->lower()->value();
        $token = DB::transaction(fn (): string => $links->make('invitation', $user, $email));
        $mails->invitation($user, $email, $token);

        return response()->json(['url' => Links::url("/join/{$token}")], 201);
    }

    public function destroy(Request $request, int $invitation): Response
    {
        Account::of($request)->invitations()->findOrFail($invitation)->delete();

        return response()->noContent();
    }

    private static function isFirst(User $user): bool
    {
        return $user->id === User::query()->min('id');
    }
}
