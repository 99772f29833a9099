<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Closure;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Vite;
use Symfony\Component\HttpFoundation\Response;

/**
 * Tells the browser to run and show nothing that is not ours: a Content-Security-Policy (W3C CSP 3) without unsafe-inline,
 * what is written into a page known by a nonce; no frames, no sniffing, no referrers, no devices.
 */
final class SecurityHeaders
{
    private const YEAR = 31_536_000;

    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $nonce = Vite::useCspNonce();
        $response = $next($request);
        $isPage = str_starts_with((string) $response->headers->get('Content-Type', 'text/html'), 'text/html');
        foreach (
            [
                'Content-Security-Policy' => $isPage ? self::policyOfPage($nonce) : "default-src 'none'; frame-ancestors 'none'",
                'X-Content-Type-Options' => 'nosniff',
                'X-Frame-Options' => 'DENY',
                'Referrer-Policy' => 'no-referrer',
                'Permissions-Policy' => 'camera=(), display-capture=(), geolocation=(), microphone=(), payment=(), usb=()',
                'Cross-Origin-Opener-Policy' => 'same-origin',
                'Cross-Origin-Resource-Policy' => 'same-origin',
                ...$request->isSecure() ? ['Strict-Transport-Security' => 'max-age='.self::YEAR.'; includeSubDomains'] : [],
            ] as $name => $value
        ) {
            if (! $response->headers->has($name)) {
                $response->headers->set($name, $value);
            }
        }
        header_remove('X-Powered-By');

        return $response;
    }

    private static function policyOfPage(string $nonce): string
    {
        return "default-src 'none'; script-src 'self' 'nonce-{$nonce}'; style-src 'self' 'nonce-{$nonce}'; img-src 'self' data: blob:; font-src 'self'; connect-src 'self'; ".
            "manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'; object-src 'none'";
    }
}
