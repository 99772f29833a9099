<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Accounts\DevicePasswords;
use App\Http\Requests\Account;
use App\Http\Requests\DevicePasswordRequest;
use App\Models\DevicePassword;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Passwords with which programs on devices read and write by CalDAV. */
final class DevicePasswordController
{
    public function index(Request $request): JsonResponse
    {
        $user = Account::of($request);

        return response()->json([
            'address' => url('/dav').'/',
            'name' => $user->email,
            'passwords' => $user->devicePasswords()->orderByDesc('made_at')->get()->map(self::shown(...))->values(),
        ]);
    }

    /** It is told this once. */
    public function store(DevicePasswordRequest $request, DevicePasswords $passwords): JsonResponse
    {
        [$made, $password] = $passwords->make(Account::of($request), $request->string('name')->trim()->value());

        return response()->json([...self::shown($made), 'password' => $password], 201);
    }

    public function destroy(Request $request, string $password): Response
    {
        Account::of($request)->devicePasswords()->findOrFail($password)->delete();

        return response()->noContent();
    }

    /** @return array<string, mixed> the schema DevicePassword of the contract */
    private static function shown(DevicePassword $one): array
    {
        return ['id' => $one->id, 'name' => $one->name, 'made_at' => $one->made_at, 'used_at' => $one->used_at];
    }
}
