<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Entries\PlaceMany;
use App\Http\Requests\Account;
use App\Http\Requests\FittingRequest;
use App\Http\Requests\PlacesRequest;
use App\Queries\Planning\Fitting;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** Loose work in free time: proposed, and placed when it is accepted. */
final class FittingController
{
    public function propose(FittingRequest $request, Fitting $fitting): JsonResponse
    {
        return response()->json(
            $fitting->propose(
                Account::of($request),
                $request->first(),
                $request->integer('days'),
                $request->boolean('basket', true),
                $request->without(),
                $request->was(),
                $request->boolean('again'),
            ),
        );
    }

    public function accept(PlacesRequest $request, PlaceMany $places): Response
    {
        $all = $request->places();
        assert($all !== []);
        $places->place(Account::of($request), $all);

        return response()->noContent();
    }
}
