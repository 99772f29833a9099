<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Access\Visible;
use App\Actions\Entries\RestoreEntry;
use App\Http\Requests\Account;
use App\Http\Resources\EntryResource;
use App\Queries\Occurrences\RoutineHistory;
use App\Queries\Occurrences\ScopePreview;
use App\Queries\Screens\EntryHistory;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What was, and what a change would touch. */
final class EntryHistoryController
{
    public function steps(Request $request, string $entry, EntryHistory $history): JsonResponse
    {
        $user = Account::of($request);

        return response()->json(['steps' => $history->show($user, Visible::to($user)->entry($entry)->id)]);
    }

    public function restore(Request $request, string $entry, string $step, RestoreEntry $entries): JsonResponse
    {
        $user = Account::of($request);

        return (new EntryResource($entries->restore($user, Changeable::by($user)->entry($entry), (int) $step)))
            ->response($request)
            ->setStatusCode(200);
    }

    public function past(Request $request, string $entry, RoutineHistory $history): JsonResponse
    {
        $user = Account::of($request);

        return response()->json($history->show($user, Visible::to($user)->entry($entry)));
    }

    public function reach(Request $request, string $entry, ScopePreview $reach): JsonResponse
    {
        return response()->json(
            $reach->show(Visible::to(Account::of($request))->entry($entry), $request->string('recurrence_id')->value()),
        );
    }
}
