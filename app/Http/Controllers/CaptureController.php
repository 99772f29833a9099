<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Entries\CaptureLine;
use App\Http\Requests\Account;
use App\Http\Requests\CaptureRequest;
use App\Http\Resources\EntryResource;
use App\Models\User;
use App\Queries\Screens\CaptureReading;
use Illuminate\Http\JsonResponse;
use Illuminate\Validation\ValidationException;
use PlumRota\Core\Capture\Draft;
use PlumRota\Core\Time\LocalDate;

final class CaptureController
{
    public function read(CaptureRequest $request, CaptureReading $reading): JsonResponse
    {
        $user = Account::of($request);
        $drafts = self::drafts($user, $request, $reading, null);

        return response()->json([
            ...$reading->describe($user, $drafts[0]),
            'parts' => array_map(fn (Draft $part): array => $reading->describe($user, $part), array_slice($drafts, 1)),
        ]);
    }

    public function store(CaptureRequest $request, CaptureReading $reading, CaptureLine $capture): JsonResponse
    {
        $user = Account::of($request);
        $drafts = self::drafts($user, $request, $reading, $request->readOn());
        $drafts = array_slice($drafts, 1) ?: $drafts;
        foreach ($drafts as $draft) {
            self::requireTitle($draft);
        }
        $kind = match ($request->input('kind')) {
            'task' => 'task',
            'event' => 'event',
            default => null,
        };

        return (new EntryResource($capture->capture($user, $drafts, $kind, $request->boolean('over_protected'))))
            ->response($request)
            ->setStatusCode(201);
    }

    private static function requireTitle(Draft $draft): void
    {
        if ($draft->title === '') {
            throw ValidationException::withMessages(['line' => 'It needs a title: a word or two for what it is.']);
        }
        if (mb_strlen($draft->title) > 250) {
            throw ValidationException::withMessages([
                'line' => 'A title has room for 250 characters. Put the rest into the notes.',
            ]);
        }
    }

    /** @return non-empty-list<Draft> the line as one entry, and behind it what it is in parts where it means several */
    private static function drafts(User $user, CaptureRequest $request, CaptureReading $reading, ?LocalDate $on): array
    {
        $context = $reading->context($user, $request->string('line')->value(), $on, $request->newLabels(), $request->newCalendar());
        $draft = $reading->read($context, $request->string('line')->value(), $request->plain());
        $parts = $request->boolean('one_entry') ? [] : $draft->parts;

        return array_map(
            fn (Draft $one): Draft => $one->offeredAt($request->place()),
            [$draft, ...array_map(fn (string $part): Draft => $reading->read($context, $part), $parts)],
        );
    }
}
