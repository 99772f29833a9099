<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Actions\Entries\GiveBackOwn;
use App\Actions\Entries\LetGoOccurrence;
use App\Actions\Entries\PutOnDay;
use App\Actions\Entries\SkipOccurrence;
use App\Actions\Entries\TakeStepOut;
use App\Actions\Entries\TickOccurrence;
use App\Http\Requests\Account;
use App\Http\Requests\PutOffRequest;
use App\Http\Requests\TickRequest;
use App\Http\Resources\EntryResource;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** One occurrence of an entry: done or not, let go, put off, skipped or not. */
final class OccurrenceController
{
    public function done(TickRequest $request, string $entry, string $recurrence, TickOccurrence $tick): Response
    {
        $user = Account::of($request);
        $tick->tick(
            $user,
            Changeable::by($user)->entry($entry),
            $recurrence,
            $request->isMethod('PUT'),
            amount: $request->amount(),
        );

        return response()->noContent();
    }

    public function letGo(Request $request, string $entry, string $recurrence, LetGoOccurrence $letGo): Response
    {
        $user = Account::of($request);
        $letGo->letGo($user, Changeable::by($user)->entry($entry), $recurrence, $request->isMethod('PUT'));

        return response()->noContent();
    }

    /** Put off to the list of another day. */
    public function putOnDay(PutOffRequest $request, string $entry, string $recurrence, PutOnDay $put): Response
    {
        $user = Account::of($request);
        $put->put($user, Changeable::by($user)->entry($entry), $recurrence, $request->day());

        return response()->noContent();
    }

    public function takeStepOut(Request $request, string $entry, int $step, TakeStepOut $steps): JsonResponse
    {
        $user = Account::of($request);
        $recurrence = $request->input('recurrence_id');
        $task = $steps->take(
            $user,
            Changeable::by($user)->entry($entry),
            $step,
            is_string($recurrence) && $recurrence !== 'once' ? $recurrence : null,
        );

        return (new EntryResource($task->refresh()))->response($request)->setStatusCode(201);
    }

    public function giveBack(Request $request, string $entry, string $recurrence, GiveBackOwn $own): Response
    {
        $user = Account::of($request);
        $own->giveBack($user, Changeable::by($user)->entry($entry), $recurrence);

        return response()->noContent();
    }

    public function skipped(Request $request, string $entry, string $recurrence, SkipOccurrence $skip): Response
    {
        $user = Account::of($request);
        $skip->skip($user, Changeable::by($user)->entry($entry), $recurrence, $request->isMethod('PUT'));

        return response()->noContent();
    }
}
