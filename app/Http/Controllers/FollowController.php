<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Actions\Following\FollowCalendar;
use App\Actions\Following\RefreshCalendar;
use App\Following\FetchTrouble;
use App\Http\Requests\Account;
use App\Http\Requests\FollowRequest;
use App\Http\Resources\CalendarResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Validation\ValidationException;

/** Calendars that have what is at an address of somebody else. */
final class FollowController
{
    public function store(FollowRequest $request, FollowCalendar $follow): JsonResponse
    {
        try {
            $calendar = $follow->follow(Account::of($request), $request->string('address')->value(), $request->values());
        } catch (FetchTrouble $e) {
            throw ValidationException::withMessages(['address' => $e->getMessage()]);
        }

        return (new CalendarResource($calendar))->response($request)->setStatusCode(201);
    }

    /** Reads it now; what is wrong with it stands in the answer. */
    public function refresh(Request $request, string $calendar, RefreshCalendar $refresh): CalendarResource
    {
        $user = Account::of($request);
        $found = Changeable::by($user)->calendars()->whereNotNull('follows')->findOrFail($calendar);
        $refresh->refresh($user, $found, anew: true);

        return new CalendarResource($found->refresh());
    }
}
