<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\History\Rewind;
use App\Http\Requests\Account;
use App\Journal\HistoryStep;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

final class HistoryController
{
    public function undo(Request $request, Rewind $rewind): JsonResponse
    {
        return $this->answer($rewind->undo(Account::of($request)));
    }

    public function redo(Request $request, Rewind $rewind): JsonResponse
    {
        return $this->answer($rewind->redo(Account::of($request)));
    }

    private function answer(?HistoryStep $step): JsonResponse
    {
        return response()->json(['label' => $step?->label]);
    }
}
