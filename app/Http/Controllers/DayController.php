<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Actions\Days\OrderDay;
use App\Actions\Days\SetDayHours;
use App\Actions\Timings\RunTiming;
use App\Http\Requests\Account;
use App\Http\Requests\DayRequest;
use App\Http\Requests\DaysRequest;
use App\Http\Requests\TimingRequest;
use App\Models\Timing;
use App\Models\User;
use App\Queries\Planning\Timings;
use App\Queries\Screens\DoneByDay;
use App\Queries\Screens\WorkingDay;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Working a day: what presses, its order and hours, what is timed and what was done. */
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

    public function running(Request $request, Timings $timings): JsonResponse
    {
        return response()->json(['running' => $timings->running(Account::of($request))]);
    }

    public function start(TimingRequest $request, RunTiming $run, Timings $timings): JsonResponse
    {
        $user = Account::of($request);
        $run->start(
            $user,
            Changeable::by($user)->entry($request->string('entry_id')->value()),
            $request->string('recurrence_id', 'once')->value(),
            $request->planned(),
        );

        return response()->json(['running' => $timings->running($user)], 201);
    }

    public function stop(TimingRequest $request, string $timing, RunTiming $run): Response
    {
        $user = Account::of($request);
        $run->stop($user, $this->find($user, $timing), $request->endedAt());

        return response()->noContent();
    }

    public function forget(Request $request, string $timing, RunTiming $run): Response
    {
        $user = Account::of($request);
        $run->remove($user, $this->find($user, $timing));

        return response()->noContent();
    }

    private function find(User $user, string $id): Timing
    {
        return $user->timings()->findOrFail($id);
    }
}
