<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Days\KeepTheme;
use App\Http\Requests\Account;
use App\Http\Requests\ThemeRequest;
use App\Models\Theme;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** What single days, or those that come every so many weeks, are mainly for. */
final class ThemeController
{
    public function index(Request $request): JsonResponse
    {
        $user = Account::of($request);

        return response()->json([
            'themes' => $user
                ->themes()
                ->where(fn ($any) => $any->where('weeks', '>', 0)->orWhere('date', '>=', (string) $user->wallNow()->date()))
                ->orderBy('date')
                ->orderBy('id')
                ->get()
                ->map(fn (Theme $one): array => $one->only('id', 'words', 'date', 'weeks', 'half'))
                ->all(),
        ]);
    }

    public function keep(ThemeRequest $request, KeepTheme $themes): JsonResponse
    {
        return response()->json(['id' => $themes->keep(Account::of($request), $request->values())->id], 201);
    }

    public function remove(Request $request, string $theme, KeepTheme $themes): Response
    {
        $user = Account::of($request);
        $themes->remove($user, $user->themes()->whereKey($theme)->firstOrFail());

        return response()->noContent();
    }
}
