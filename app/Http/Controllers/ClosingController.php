<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Closing\DecideLeftovers;
use App\Actions\Closing\SaveClosing;
use App\Http\Requests\Account;
use App\Http\Requests\ClosingRequest;
use App\Queries\Screens\ClosingOfDay;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use PlumRota\Core\Time\LocalDate;

/** Closing a day: what is left over is decided, one by one or all at once. */
final class ClosingController
{
    public function show(ClosingRequest $request, ClosingOfDay $closing): JsonResponse
    {
        return response()->json($closing->show(Account::of($request), $request->day()));
    }

    public function decide(ClosingRequest $request, DecideLeftovers $decide, ClosingOfDay $closing): JsonResponse
    {
        $user = Account::of($request);
        $decide->one($user, $request->day(), $request->string('key')->value(), $request->decision(), $request->to());

        return response()->json($closing->show($user->refresh(), $request->day()));
    }

    public function rest(ClosingRequest $request, DecideLeftovers $decide, ClosingOfDay $closing): JsonResponse
    {
        $user = Account::of($request);
        $decide->rest($user, $request->day(), $request->to() ?? $this->tomorrow($request->day()));

        return response()->json($closing->show($user->refresh(), $request->day()));
    }

    public function save(ClosingRequest $request, SaveClosing $save): Response
    {
        $save->save(Account::of($request), $request->day(), $request->answers(), $request->boolean('closed'));

        return response()->noContent();
    }

    private function tomorrow(LocalDate $day): LocalDate
    {
        return $day->plusDays(1);
    }
}
