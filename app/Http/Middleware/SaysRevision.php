<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Journal\Changed;
use App\Models\User;
use Closure;
use Illuminate\Contracts\Events\Dispatcher;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Symfony\Component\HttpFoundation\Response;

/**
 * Says with the answer to a change which revision it made and which tables it touched, so that the page that sent it knows it
 * for its own, and asks for nothing that is as it was.
 */
final readonly class SaysRevision
{
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
            $revision = DB::table('users')->where('id', $user->id)->value('revision');
            $response->headers->set('X-Revision', is_int($revision) ? (string) $revision : null);
            $response->headers->set('X-Touched', implode(',', array_keys($touched)));
        }

        return $response;
    }
}
