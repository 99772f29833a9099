<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Actions\Entries\ArrangeLeadUps;
use App\Http\Requests\Account;
use App\Http\Resources\EntryResource;
use Illuminate\Http\Request;

/** What leads up to an entry, laid out anew. Its lines are saved with the entry. */
final class LeadUpController
{
    public function spread(Request $request, string $entry, ArrangeLeadUps $leadUps): EntryResource
    {
        $user = Account::of($request);
        $anchor = Changeable::by($user)->entry($entry);
        $leadUps->spread($user, $anchor);

        return new EntryResource($anchor->refresh());
    }

    public function align(Request $request, string $entry, ArrangeLeadUps $leadUps): EntryResource
    {
        $user = Account::of($request);
        $anchor = Changeable::by($user)->entry($entry);
        $leadUps->align($user, $anchor);

        return new EntryResource($anchor->refresh());
    }
}
