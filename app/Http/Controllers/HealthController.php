<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Health\Readiness;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Response;

/** For whoever watches the installation: whether it answers at all, and whether every part of it is well. */
final class HealthController
{
    public function up(): Response
    {
        return response(
            'up '.config()->string('version.number'),
            200,
            ['Content-Type' => 'text/plain', 'Cache-Control' => 'no-store'],
        );
    }

    public function ready(Readiness $readiness): JsonResponse
    {
        $parts = $readiness->parts();
        $isReady = array_filter($parts, fn (array $part): bool => ! $part['well']) === [];

        return response()->json(['ready' => $isReady, 'parts' => $parts], $isReady ? 200 : 503, ['Cache-Control' => 'no-store']);
    }
}
