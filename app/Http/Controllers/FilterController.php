<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Filters\RemoveFilter;
use App\Actions\Filters\SaveFilter;
use App\Http\Requests\Account;
use App\Http\Requests\FilterRequest;
use App\Models\Filter;
use App\Queries\Screens\Labels;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** Named filters, and the labels there are to filter by. */
final class FilterController
{
    public function index(Request $request, Labels $labels): JsonResponse
    {
        $user = Account::of($request);

        return response()->json([
            'filters' => array_values($user->filters()->orderBy('name')->get()->map(self::shown(...))->all()),
            'labels' => $labels->of($user),
        ]);
    }

    public function store(FilterRequest $request, SaveFilter $filters): JsonResponse
    {
        return response()->json(self::shown($filters->save(Account::of($request), $request->name(), $request->choice())), 201);
    }

    public function destroy(Request $request, string $filter, RemoveFilter $filters): Response
    {
        $user = Account::of($request);
        $filters->remove($user, $user->filters()->findOrFail($filter));

        return response()->noContent();
    }

    /** @return array<string, mixed> */
    private static function shown(Filter $filter): array
    {
        return ['id' => $filter->id, 'name' => $filter->name, 'choice' => (object) $filter->choice];
    }
}
