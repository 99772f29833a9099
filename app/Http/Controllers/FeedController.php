<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Visible;
use App\Actions\Feeds\KeepFeed;
use App\Http\Requests\Account;
use App\Http\Requests\FeedRequest;
use App\Interchange\CalendarFile;
use App\Interchange\EntryOut;
use App\Interchange\Told;
use App\Models\Feed;
use App\Queries\Occurrences\DaysOff;
use App\Queries\Screens\EntriesForFile;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

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
    public function read(Request $request, string $secret, EntriesForFile $which, DaysOff $daysOff): Response|StreamedResponse
    {
        $feed = Feed::query()->where('secret_hash', hash('sha256', $secret))->with('user')->first();
        if ($feed === null) {
            return self::nothing();
        }
        $user = $feed->user;
        try {
            [$name, $colour, $entries] = $which->find($user, null, $feed->calendar_id, $feed->area_id, null, null);
        } catch (ModelNotFoundException) {
            return self::nothing(); // its calendar was deleted
        }
        $now = CarbonImmutable::now();
        $revision = Visible::to($user)->revision();
        if ($feed->revision !== $revision || $feed->changed_at === null) {
            $feed->forceFill(['revision' => $revision, 'changed_at' => $now]);
        }
        $feed->forceFill(['asked_at' => $now])->save();
        // What has no end is written out until a year that moves on, so the year counts as well.
        $tag =
            '"'.
            substr(hash('sha256', "{$feed->id} {$revision} {$now->year} {$feed->busy_only} {$feed->hides_private}"), 0, 20).
            '"';
        $headers = [
            'ETag' => $tag,
            'Last-Modified' => ($feed->changed_at ?? $now)->utc()->format('D, d M Y H:i:s').' GMT',
            'Cache-Control' => 'private, no-cache',
            'X-Robots-Tag' => 'noindex',
        ];
        if (self::isKnown($request, $tag, $feed)) {
            return response('', 304, $headers);
        }
        $file = new CalendarFile(new EntryOut($user->timeZone(), $daysOff->marks($user), $now), $now);
        $told = (new Told($feed))->of(...);

        return response()->stream(
            function () use ($file, $name, $colour, $entries, $told): void {
                foreach ($file->pieces($name, $colour, $entries->lazy(200), self::REFRESH, $told) as $piece) {
                    echo $piece;
                }
            },
            200,
            ['Content-Type' => 'text/calendar; charset=utf-8', ...$headers],
        );
    }

    private static function nothing(): Response
    {
        return response('There is no calendar under this address.', 404, ['Content-Type' => 'text/plain; charset=utf-8']);
    }

    /** RFC 9110 13.2.2: where a tag is sent, the moment counts for nothing. */
    private static function isKnown(Request $request, string $tag, Feed $feed): bool
    {
        $sent = (string) $request->headers->get('If-None-Match');
        if ($sent !== '') {
            return trim($sent) === '*' || preg_match('/(?:^|[\s,\/])'.preg_quote($tag, '/').'/', $sent) === 1;
        }
        $since = strtotime((string) $request->headers->get('If-Modified-Since'));

        return $since !== false && $feed->changed_at !== null && $feed->changed_at->getTimestamp() <= $since;
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
