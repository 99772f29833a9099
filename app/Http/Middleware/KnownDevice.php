<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Accounts\SignedIn;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Lets nobody stay signed in on a device that was ended, and lets a remembered one in again. */
final readonly class KnownDevice
{
    public function __construct(private SignedIn $signedIn)
    {
    }

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $this->signedIn->check($request);

        return $next($request);
    }
}
