<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Bounds;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Holds a request to the bounds that its route states: what is larger is refused before it is read, what takes longer is ended.
 */
final class WithinBounds
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $bounds = Bounds::of($request->route());
        if (PHP_SAPI !== 'cli') {
            set_time_limit($bounds->seconds());
        }
        $announced = $request->headers->get('Content-Length');
        if (
            (is_numeric($announced) && (int) $announced > $bounds->bytes()) ||
            (! $bounds->isFile() && strlen($request->getContent()) > $bounds->bytes())
        ) {
            return response()->json(['message' => self::sentence($bounds)], 413);
        }

        return $next($request);
    }

    private static function sentence(Bounds $bounds): string
    {
        return $bounds->bytes() < 1_000_000
            ? 'That is more than '.intdiv($bounds->bytes(), 1024).' KB at once. Shorten it, or put the rest into a file.'
            : 'That is more than '.intdiv($bounds->bytes(), 1_000_000).' MB at once. Divide it.';
    }
}
