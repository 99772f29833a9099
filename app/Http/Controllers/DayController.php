<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Days\OrderDay;
use App\Actions\Days\SetDayHours;
use App\Http\Requests\Account;
use App\Http\Requests\DayRequest;
use App\Http\Requests\DaysRequest;
use App\Queries\Screens\DoneByDay;
use App\Queries\Screens\WorkingDay;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Working a day: what presses, its order and hours, and what was done. */
final class DayController
{
    public function show(DayRequest $request, WorkingDay $day): JsonResponse
    {
        return response()->json($day->show(Account::of($request), $request->day()));
    }

    public function hours(DayRequest $request, SetDayHours $hours): Response
    {
        $hours->set(Account::of($request), $request->day(), $request->isMethod('DELETE') ? null : $request->minutes());

        return response()->noContent();
    }

    public function order(DayRequest $request, OrderDay $order): Response
    {
        $order->order(Account::of($request), $request->day(), $request->chosen('musts'), $request->chosen('others'));

        return response()->noContent();
    }

    public function done(DaysRequest $request, DoneByDay $done): JsonResponse
    {
        return response()->json(['days' => $done->show(Account::of($request), $request->first(), $request->integer('days', 7))]);
    }
}
