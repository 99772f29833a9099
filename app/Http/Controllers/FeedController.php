<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Feeds\KeepFeed;
use App\Http\MadeFile;
use App\Http\Requests\Account;
use App\Http\Requests\FeedRequest;
use App\Interchange\CalendarWriter;
use App\Interchange\EntryWriter;
use App\Interchange\FeedContent;
use App\Models\Feed;
use App\Queries\Occurrences\DaysOff;
use App\Queries\Screens\EntriesForFile;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Calendars and areas that others read under a secret address. */
final class FeedController
{
    /** After how long it is worth asking again (RFC 7986 5.7). */
    private const REFRESH = 'PT1H';

    public function index(Request $request): JsonResponse
    {
        $feeds = Account::of($request)->feeds()->orderBy('id')->get();

        return response()->json(['feeds' => $feeds->map(self::shown(...))->values()]);
    }

    public function store(FeedRequest $request, KeepFeed $feeds): JsonResponse
    {
        return response()->json(self::shown($feeds->make(Account::of($request), $request->values())), 201);
    }

    public function renew(Request $request, string $feed, KeepFeed $feeds): JsonResponse
    {
        return response()->json(self::shown($feeds->renew(Account::of($request)->feeds()->findOrFail($feed))));
    }

    public function destroy(Request $request, string $feed, KeepFeed $feeds): Response
    {
        $feeds->end(Account::of($request)->feeds()->findOrFail($feed));

        return response()->noContent();
    }

    /** Without a session: whoever has the address. A wrong one is told no more than that there is nothing. */
    public function read(
        Request $request,
        string $secret,
        KeepFeed $feeds,
        EntriesForFile $which,
        DaysOff $daysOff,
    ): Response|BinaryFileResponse {
        $feed = $feeds->asked($secret);
        if ($feed === null) {
            return self::nothing();
        }
        try {
            [$name, $colour, $entries] = $which->find($feed->user, null, $feed->calendar_id, $feed->area_id, null, null);
        } catch (ModelNotFoundException) {
            return self::nothing(); // its calendar was deleted
        }
        $now = CarbonImmutable::now();
        $file = new CalendarWriter(new EntryWriter($feed->user->timeZone(), $daysOff->marks($feed->user), $now), $now);
        $told = (new FeedContent($feed))->of(...);
        $known = response('')->setEtag($feed->tag($now->year))->setLastModified($feed->changed_at);
        if ($known->isNotModified($request)) {
            return $known; // it says so, and nothing is written out
        }
        $answer = MadeFile::of($file->pieces($name, $colour, $entries->lazy(200), self::REFRESH, $told), [
            'Content-Type' => 'text/calendar; charset=utf-8',
            'Cache-Control' => 'private, no-cache',
            'X-Robots-Tag' => 'noindex',
        ]);

        return $answer->setEtag($feed->tag($now->year))->setLastModified($feed->changed_at);
    }

    private static function nothing(): Response
    {
        return response('There is no calendar under this address.', 404, ['Content-Type' => 'text/plain; charset=utf-8']);
    }

    /** @return array<string, mixed> the schema Feed of the contract */
    private static function shown(Feed $feed): array
    {
        return [
            'id' => $feed->id,
            'calendar_id' => $feed->calendar_id,
            'area_id' => $feed->area_id,
            'busy_only' => $feed->busy_only,
            'hides_private' => $feed->hides_private,
            'address' => url("feeds/{$feed->secret}.ics"),
            'asked_at' => $feed->asked_at?->utc()->toIso8601ZuluString(),
        ];
    }
}
