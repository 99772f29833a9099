<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\Account;
use App\Queries\Screens\Search;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class SearchController
{
    public function find(Request $request, Search $search): JsonResponse
    {
        return response()->json($search->show(Account::of($request), mb_substr($request->string('q')->value(), 0, 300)));
    }
}
