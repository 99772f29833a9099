<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Database\GuardedConnection;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** A request by a method that only reads (RFC 9110 9.2.1, RFC 4918 9.1, RFC 3253 3.6) gets a database that only reads. */
final class ReadsOnly
{
    private const METHODS = ['GET', 'HEAD', 'OPTIONS', 'PROPFIND', 'REPORT'];

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        return in_array($request->getRealMethod(), self::METHODS, true)
            ? GuardedConnection::readingOnly(fn (): Response => $next($request))
            : $next($request);
    }
}
