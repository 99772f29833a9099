<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Bounds;
use Closure;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/**
 * Refuses what no part of the contract could mean: bodies that are no JSON, text that is no UTF-8, an
 * address with control signs, and lists where an address carries single values. What comes after need not ask.
 */
final class WellFormed
{
    /** @param  Closure(Request): Response  $next */
    public function handle(Request $request, Closure $next): Response
    {
        $fault = self::faultOfAddress($request) ?? (Bounds::of($request->route())->isFile() ? null : self::faultOfBody($request));

        return $fault ?? $next($request);
    }

    public static function faultOfAddress(Request $request): ?Response
    {
        $path = rawurldecode($request->getPathInfo());
        if (! self::isPlain($path)) {
            return self::refused(400, 'The address holds signs that none of ours has.');
        }
        foreach ($request->query->all() as $name => $value) {
            if ($value === null) {
                continue; // an empty one
            }
            if (! is_string($value)) {
                return self::refused(
                    400,
                    'The address holds a list where a single value belongs: '.self::shown((string) $name).'.',
                );
            }
            if (! self::isPlain($value)) {
                return self::refused(400, 'The address holds signs that are no text: '.self::shown((string) $name).'.');
            }
        }

        return null;
    }

    private static function faultOfBody(Request $request): ?Response
    {
        $body = $request->getContent();
        if ($body !== '' && $request->isJson() && ! is_array(json_decode($body, true))) {
            return self::refused(400, 'The request is not in the form it should have (JSON).');
        }
        if ($body !== '' && ! mb_check_encoding($body, 'UTF-8')) {
            return self::refused(400, 'The request holds signs that are no text (UTF-8).');
        }

        return null;
    }

    private static function isPlain(string $text): bool
    {
        return mb_check_encoding($text, 'UTF-8') && preg_match('/[\x00-\x08\x0b\x0c\x0e-\x1f\x7f]/', $text) !== 1;
    }

    private static function shown(string $name): string
    {
        return mb_substr(mb_scrub($name), 0, 40);
    }

    private static function refused(int $status, string $sentence): Response
    {
        return response()->json(['message' => $sentence], $status);
    }
}
