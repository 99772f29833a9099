<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Entries\PauseRoutines;
use App\Http\Requests\Account;
use App\Http\Requests\PauseRequest;
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
}
