<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Actions\Timings\MendTiming;
use App\Actions\Timings\RunTiming;
use App\Http\Requests\Account;
use App\Http\Requests\CorrectTimingRequest;
use App\Http\Requests\DayRequest;
use App\Http\Requests\SplitTimingRequest;
use App\Http\Requests\TimingRequest;
use App\Models\Timing;
use App\Models\User;
use App\Queries\Planning\Timings;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Work that is timed: started, stopped, set right and taken out. */
final class TimingController
{
    public function running(Request $request, Timings $timings): JsonResponse
    {
        return response()->json(['running' => $timings->running(Account::of($request))]);
    }

    /** What was timed of one occurrence. */
    public function index(TimingRequest $request, Timings $timings): JsonResponse
    {
        return response()->json([
            'timings' => $timings->list(
                Account::of($request),
                $request->string('entry_id')->value(),
                $request->string('recurrence_id', 'once')->value(),
            ),
        ]);
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

    public function stop(TimingRequest $request, string $timing, RunTiming $run): JsonResponse
    {
        $user = Account::of($request);

        return response()->json(['says' => $run->stop($user, $this->find($user, $timing), $request->endedAt())]);
    }

    /** The timings of a day. */
    public function day(DayRequest $request, Timings $timings): JsonResponse
    {
        return response()->json($timings->ofDay(Account::of($request), $request->day()));
    }

    /** Work that was not timed while it was done. */
    public function add(CorrectTimingRequest $request, MendTiming $mend): JsonResponse
    {
        $user = Account::of($request);
        $timing = $mend->add($user, $request->entry(), $request->recurrenceId(), $request->startedAt(), $request->endedAt());

        return response()->json(['id' => $timing->id], 201);
    }

    public function correct(CorrectTimingRequest $request, string $timing, MendTiming $mend): Response
    {
        $user = Account::of($request);
        $mend->correct($user, $this->find($user, $timing), $request->startedAt(), $request->endedAt());

        return response()->noContent();
    }

    public function split(SplitTimingRequest $request, string $timing, MendTiming $mend): JsonResponse
    {
        $user = Account::of($request);

        return response()->json(['id' => $mend->split($user, $this->find($user, $timing), $request->at())->id], 201);
    }

    /** Moved to what it was really spent on. */
    public function handOver(TimingRequest $request, string $timing, MendTiming $mend): Response
    {
        $user = Account::of($request);
        $mend->handOver(
            $user,
            $this->find($user, $timing),
            Changeable::by($user)->entry($request->string('entry_id')->value()),
            $request->string('recurrence_id', 'once')->value(),
        );

        return response()->noContent();
    }

    public function forget(Request $request, string $timing, MendTiming $mend): Response
    {
        $user = Account::of($request);
        $mend->remove($user, $this->find($user, $timing));

        return response()->noContent();
    }

    private function find(User $user, string $id): Timing
    {
        return $user->timings()->findOrFail($id);
    }
}
