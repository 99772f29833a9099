<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\Account;
use App\Http\Requests\SearchRequest;
use App\Queries\Screens\Search;
use Illuminate\Http\JsonResponse;

final class SearchController
{
    public function find(SearchRequest $request, Search $search): JsonResponse
    {
        return response()->json($search->show(Account::of($request), $request->words(), $request->choice()));
    }
}
