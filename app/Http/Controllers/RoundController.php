<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Rounds\KeepGoal;
use App\Actions\Rounds\KeepRound;
use App\Http\Requests\Account;
use App\Http\Requests\GoalRequest;
use App\Http\Requests\RoundPeriod;
use App\Http\Requests\RoundRequest;
use App\Models\Goal;
use App\Models\User;
use App\Queries\Rounds\RoundShown;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Rounds of weeks and months, and what those are for. */
final class RoundController
{
    public function index(Request $request, RoundShown $rounds): JsonResponse
    {
        return response()->json(['rounds' => $rounds->past(Account::of($request))]);
    }

    public function show(Request $request, string $kind, string $date, RoundShown $rounds): JsonResponse
    {
        $user = Account::of($request);

        return response()->json($rounds->show($user, RoundPeriod::of($user, $kind, $date)));
    }

    public function keep(RoundRequest $request, string $kind, string $date, KeepRound $rounds): Response
    {
        $user = Account::of($request);
        $rounds->keep($user, RoundPeriod::of($user, $kind, $date), $request->steps(), $request->answers());

        return response()->noContent();
    }

    public function addGoal(GoalRequest $request, string $kind, string $date, KeepGoal $goals): JsonResponse
    {
        $user = Account::of($request);

        return response()->json(
            ['id' => $goals->add($user, RoundPeriod::of($user, $kind, $date), $request->values())->id],
            201,
        );
    }

    public function changeGoal(GoalRequest $request, string $goal, KeepGoal $goals): Response
    {
        $user = Account::of($request);
        $found = self::goal($user, $goal);
        if ($request->changes() !== []) {
            $goals->change($user, $found, $request->changes());
        }
        if ($request->hasAny(['tie', 'untie'])) {
            $goals->tie($user, $found, $request->tied());
        }
        if ($request->has('answer')) {
            $goals->answer($user, $found, $request->answer(), $request->into($user, $found->kind));
        }

        return response()->noContent();
    }

    public function removeGoal(Request $request, string $goal, KeepGoal $goals): Response
    {
        $user = Account::of($request);
        $goals->remove($user, self::goal($user, $goal));

        return response()->noContent();
    }

    private static function goal(User $user, string $id): Goal
    {
        return $user->goals()->whereKey($id)->firstOrFail();
    }
}
