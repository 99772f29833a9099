<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Access\Visible;
use App\Journal\Changed;
use App\Models\User;
use Closure;
use Illuminate\Contracts\Events\Dispatcher;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Says with the answer to a change which revision it made and which reads show something of what it touched, so that the page
 * that sent it knows it for its own, and asks for nothing that is as it was.
 */
final readonly class SaysRevision
{
    private const PLACED = ['entries', 'overrides', 'calendars', 'areas', 'day_hours', 'themes', 'users'];

    /** The tables that a read shows something of, by the first word of its path. */
    private const SHOWS = [
        'board' => self::PLACED,
        'month' => self::PLACED,
        'year' => self::PLACED,
        'ruler' => self::PLACED,
        'routines' => self::PLACED,
        'themes' => ['themes', 'users'],
        'templates' => ['templates', 'entries', 'overrides', 'calendars'],
        'weeks' => self::PLACED,
        'rounds' => [...self::PLACED, 'rounds', 'goals'],
        'tally' => [...self::PLACED, 'timings'],
        'search' => [...self::PLACED, 'closings', 'rounds', 'goals'],
        'entries' => [...self::PLACED, 'attachments', 'timings'],
        'days' => [...self::PLACED, 'closings', 'timings'],
        'closings' => [...self::PLACED, 'closings'],
        'done' => [...self::PLACED, 'closings', 'rounds', 'goals', 'timings'],
        'basket' => ['entries', 'overrides', 'calendars', 'areas'],
        'reminders' => ['entries', 'overrides', 'calendars', 'users', 'deliveries'],
        'areas' => ['areas', 'calendars', 'users'],
        'filters' => ['filters', 'entries'],
        'filing' => ['filing_rules', 'calendars'],
        'timings' => ['timings', 'entries'],
        'session' => ['users', 'attachments'],
    ];

    public function __construct(private Dispatcher $events)
    {
    }

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        if ($request->isMethodSafe()) {
            return $next($request);
        }
        $touched = [];
        $this->events->listen(Changed::class, function (Changed $one) use (&$touched): void {
            foreach ($one->rows as $row) {
                $touched[$row['table']] = true;
            }
        });
        $response = $next($request);
        $user = $request->user();
        if ($user instanceof User && $response->isSuccessful()) {
            $response->headers->set('X-Revision', (string) Visible::to($user)->revision());
            if ($touched !== []) {
                $response->headers->set(
                    'X-Stale',
                    implode(
                        ',',
                        array_keys(
                            array_filter(
                                self::SHOWS,
                                fn (array $tables): bool => array_intersect($tables, array_keys($touched)) !== [],
                            ),
                        ),
                    ),
                );
            }
        }

        return $response;
    }
}
