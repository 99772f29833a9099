<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Entries\SkipOccurrence;
use App\Actions\Entries\TickOccurrence;
use App\Http\Requests\Account;
use Illuminate\Http\Request;
use Illuminate\Http\Response;

/** One occurrence of an entry: done or not, skipped or not. */
final class OccurrenceController
{
    public function done(Request $request, string $entry, string $recurrence, TickOccurrence $tick): Response
    {
        $user = Account::of($request);
        $tick->tick($user, $user->entries()->findOrFail($entry), $recurrence, $request->isMethod('PUT'));

        return response()->noContent();
    }

    public function skipped(Request $request, string $entry, string $recurrence, SkipOccurrence $skip): Response
    {
        $user = Account::of($request);
        $skip->skip($user, $user->entries()->findOrFail($entry), $recurrence, $request->isMethod('PUT'));

        return response()->noContent();
    }
}
