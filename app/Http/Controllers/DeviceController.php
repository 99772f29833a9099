<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\SignedIn;
use App\Http\Requests\Account;
use App\Models\Device;
use Carbon\CarbonImmutable;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Where somebody is signed in, and ending it. */
final readonly class DeviceController
{
    public function __construct(private SignedIn $signedIn)
    {
    }

    public function index(Request $request): JsonResponse
    {
        $here = $this->signedIn->current($request)?->id;

        return response()->json([
            'devices' => array_values(
                Account::of($request)
                    ->devices()
                    ->where('expires_at', '>', CarbonImmutable::now()->getTimestamp())
                    ->orderByDesc('seen_at')
                    ->get()
                    ->map(
                        fn (Device $device): array => [
                            'id' => $device->id,
                            'name' => $device->name,
                            'signed_in_at' => $device->signed_in_at,
                            'seen_at' => $device->seen_at,
                            'remembered' => $device->token_hash !== null,
                            'here' => $device->id === $here,
                        ],
                    )
                    ->all(),
            ),
        ]);
    }

    public function destroy(Request $request, string $device): Response
    {
        Account::of($request)->devices()->findOrFail($device)->delete();

        return response()->noContent();
    }

    public function destroyOthers(Request $request): Response
    {
        $this->signedIn->endOthers($request, Account::of($request));

        return response()->noContent();
    }
}
