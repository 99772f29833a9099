<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Visible;
use App\Actions\Entries\ChangeRoutines;
use App\Actions\Entries\PauseRoutines;
use App\Http\Requests\Account;
use App\Http\Requests\PauseRequest;
use App\Http\Requests\RoutinesRequest;
use App\Queries\Occurrences\RoutineHistory;
use App\Queries\Screens\Routines;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** The routines of an account, all of them. */
final class RoutineController
{
    public function index(Request $request, Routines $routines): JsonResponse
    {
        return response()->json($routines->show(Account::of($request)));
    }

    public function pause(PauseRequest $request, PauseRoutines $routines): Response
    {
        $routines->pause(Account::of($request), $request->ids(), $request->from(), $request->to());

        return response()->noContent();
    }

    public function change(RoutinesRequest $request, ChangeRoutines $routines): Response
    {
        $user = Account::of($request);
        if ($request->columns() !== []) {
            $routines->change($user, $request->ids(), $request->columns());
        }
        if ($request->last() !== null) {
            $routines->end($user, $request->ids(), $request->last());
        }

        return response()->noContent();
    }

    public function year(Request $request, string $entry, RoutineHistory $history): JsonResponse
    {
        $user = Account::of($request);

        return response()->json($history->year($user, Visible::to($user)->entry($entry)));
    }
}
