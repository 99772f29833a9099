<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Entries\CaptureEntry;
use App\Http\Requests\Account;
use App\Http\Requests\CaptureRequest;
use App\Http\Resources\EntryResource;
use App\Queries\CaptureReading;
use App\Queries\ProtectedBlocks;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use PlumRota\Core\Schedule\Series;

final class CaptureController
{
    public function read(CaptureRequest $request, CaptureReading $reading): JsonResponse
    {
        $user = Account::of($request);

        return response()->json($reading->describe($user, $reading->read($user, $request->string('line')->value())));
    }

    public function store(CaptureRequest $request, CaptureReading $reading, CaptureEntry $capture, ProtectedBlocks $protected): JsonResponse
    {
        $user = Account::of($request);
        $draft = $reading->read($user, $request->string('line')->value(), $request->readOn());
        if ($draft->title === '') {
            throw ValidationException::withMessages(['line' => 'It needs a title: a word or two for what it is.']);
        }
        if (mb_strlen($draft->title) > 250) {
            throw ValidationException::withMessages(['line' => 'A title has room for 250 characters. Put the rest into the notes.']);
        }
        $calendar = $reading->calendar($user, $draft) ?? throw ValidationException::withMessages(['line' => 'There is no calendar yet to put it in. Make one first.']);
        if (! $request->boolean('over_protected')) {
            $protected->keepFree($user, $draft->placement === null ? null : new Series('', $draft->placement, $draft->rule, afterDone: $draft->afterDone));
        }
        $kind = match ($request->input('kind')) {
            'task' => 'task',
            'event' => 'event',
            default => null,
        };

        return (new EntryResource($capture->capture($user, $draft, $calendar, $kind)))->response($request)->setStatusCode(201);
    }
}
