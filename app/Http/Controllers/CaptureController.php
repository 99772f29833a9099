<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Entries\CaptureEntry;
use App\Actions\Templates\CaptureTemplate;
use App\Http\Requests\Account;
use App\Http\Requests\CaptureRequest;
use App\Http\Resources\EntryResource;
use App\Models\User;
use App\Queries\Screens\CaptureReading;
use App\Queries\Templates\TemplatesShown;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use PlumRota\Core\Capture\Draft;
use PlumRota\Core\Time\LocalDate;

final class CaptureController
{
    public function read(CaptureRequest $request, CaptureReading $reading): JsonResponse
    {
        $user = Account::of($request);

        return response()->json($reading->describe(
            $user,
            self::draft($user, $request, $reading, null),
        ));
    }

    public function store(CaptureRequest $request, CaptureReading $reading, CaptureEntry $capture, CaptureTemplate $stamps): JsonResponse
    {
        $user = Account::of($request);
        $draft = self::draft($user, $request, $reading, $request->readOn());
        if ($draft->title === '') {
            throw ValidationException::withMessages(['line' => 'It needs a title: a word or two for what it is.']);
        }
        if (mb_strlen($draft->title) > 250) {
            throw ValidationException::withMessages([
                'line' => 'A title has room for 250 characters. Put the rest into the notes.',
            ]);
        }
        $template = TemplatesShown::named($user, $draft->title);
        if ($template !== null) {
            return (new EntryResource($stamps->capture($user, $template, $draft)))->response($request)->setStatusCode(201);
        }
        $calendar =
            $reading->calendar($user, $draft) ??
            throw ValidationException::withMessages(['line' => 'There is no calendar yet to put it in. Make one first.']);
        $kind = match ($request->input('kind')) {
            'task' => 'task',
            'event' => 'event',
            default => null,
        };

        return (new EntryResource($capture->capture($user, $draft, $calendar, $kind, $request->boolean('over_protected'))))
            ->response($request)
            ->setStatusCode(201);
    }

    private static function draft(User $user, CaptureRequest $request, CaptureReading $reading, ?LocalDate $on): Draft
    {
        return $reading
            ->read($user, $request->string('line')->value(), $on, $request->plain(), $request->newLabels())
            ->offeredAt($request->place());
    }
}
