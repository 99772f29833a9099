<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\Account;
use App\Http\Requests\DaysRequest;
use App\Queries\Board;
use App\Queries\Ruler;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class BoardController
{
    public function board(DaysRequest $request, Board $board): JsonResponse
    {
        return response()->json($board->show(Account::of($request), $request->first(), $request->integer('days', 7)));
    }

    public function ruler(DaysRequest $request, Ruler $ruler): JsonResponse
    {
        return response()->json(['days' => $ruler->show(Account::of($request), $request->first(), $request->integer('weeks', 26))]);
    }

    /** So that a second window learns of changes without asking for everything. */
    public function revision(Request $request): JsonResponse
    {
        return response()->json(['revision' => Account::of($request)->revision]);
    }
}
