<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Entries\OrderBasket;
use App\Http\Requests\Account;
use App\Http\Requests\DaysRequest;
use App\Http\Requests\OrderRequest;
use App\Http\Requests\YearRequest;
use App\Queries\Occurrences\Unreadable;
use App\Queries\Planning\Holidays;
use App\Queries\Screens\Basket;
use App\Queries\Screens\Board;
use App\Queries\Screens\Month;
use App\Queries\Screens\Ruler;
use App\Queries\Screens\Year;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

final class BoardController
{
    public function board(DaysRequest $request, Board $board): JsonResponse
    {
        return response()->json(
            $board->show(Account::of($request), $request->first(), $request->integer('days', 7), $request->nextOnly()),
        );
    }

    public function basket(Request $request, Basket $basket, Unreadable $unreadable): JsonResponse
    {
        return response()->json(['items' => $basket->show(Account::of($request)), 'unreadable' => $unreadable->all()]);
    }

    public function orderBasket(OrderRequest $request, OrderBasket $basket): Response
    {
        $basket->order(Account::of($request), $request->ids());

        return response()->noContent();
    }

    public function month(DaysRequest $request, Month $month): JsonResponse
    {
        return response()->json(
            $month->show(Account::of($request), $request->first(), $request->integer('days', 42), $request->nextOnly()),
        );
    }

    public function year(YearRequest $request, Year $year): JsonResponse
    {
        return response()->json($year->show(Account::of($request), $request->integer('year')));
    }

    public function holidays(Holidays $holidays): JsonResponse
    {
        return response()->json(['countries' => $holidays->countries()]);
    }

    public function ruler(DaysRequest $request, Ruler $ruler): JsonResponse
    {
        return response()->json([
            'days' => $ruler->show(
                Account::of($request),
                $request->first(),
                $request->integer('weeks', 26),
                $request->integer('adding'),
            ),
        ]);
    }

    /** So that a second window learns of changes without asking for everything. */
    public function revision(Request $request): JsonResponse
    {
        return response()->json(['revision' => Account::of($request)->revision]);
    }
}
