<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Actions\Areas\PutInOrder;
use App\Actions\Calendars\AddCalendar;
use App\Actions\Calendars\ChangeCalendar;
use App\Actions\Calendars\RemoveCalendar;
use App\Http\Requests\Account;
use App\Http\Requests\CalendarRequest;
use App\Http\Requests\HeirRequest;
use App\Http\Requests\OrderRequest;
use App\Http\Resources\CalendarResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;
use Illuminate\Validation\ValidationException;

final class CalendarController
{
    public function store(CalendarRequest $request, AddCalendar $calendars): JsonResponse
    {
        /** @var array<string, mixed> $values */
        $values = $request->safe()->except('default');

        return (new CalendarResource($calendars->add(Account::of($request), $values)))->response($request)->setStatusCode(201);
    }

    public function update(CalendarRequest $request, string $calendar, ChangeCalendar $calendars): CalendarResource
    {
        $user = Account::of($request);
        /** @var array<string, mixed> $values */
        $values = $request->validated();

        return new CalendarResource($calendars->change($user, Changeable::by($user)->calendar($calendar), $values));
    }

    public function destroy(HeirRequest $request, string $calendar, RemoveCalendar $calendars): Response
    {
        $user = Account::of($request);
        $found = Changeable::by($user)->calendar($calendar);
        $heir = $request->heir();
        if ($heir !== null && $heir->id === $found->id) {
            throw ValidationException::withMessages(['move_to' => 'Choose another calendar than the one that goes.']);
        }
        AreaController::keepOne($user, Changeable::by($user)->openCalendars()->whereKeyNot($found->id)->exists());
        $calendars->remove($user, $found, $heir);

        return response()->noContent();
    }

    public function order(OrderRequest $request, PutInOrder $order): Response
    {
        $order->calendars(Account::of($request), $request->ids());

        return response()->noContent();
    }
}
