<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Entries\ChangeMany;
use App\Http\Requests\Account;
use App\Http\Requests\ManyRequest;
use Illuminate\Http\Response;

/** One thing done to several entries at once. */
final class ManyController
{
    public function change(ManyRequest $request, ChangeMany $many): Response
    {
        $user = Account::of($request);
        $picked = $request->picked();
        match ($request->string('do')->value()) {
            'move' => $many->move(
                $user,
                $picked,
                $request->integer('days'),
                $request->integer('minutes'),
                $request->boolean('over_protected'),
            ),
            'copy' => $many->copy(
                $user,
                $picked,
                $request->integer('days'),
                $request->integer('minutes'),
                $request->boolean('over_protected'),
            ),
            'date' => $many->toDate($user, $picked, $request->toDate(), $request->boolean('over_protected')),
            'tick' => $many->tick($user, $picked, $request->boolean('done', true)),
            'calendar' => $many->file($user, $picked, $request->string('calendar_id')->value()),
            'label' => $many->label(
                $user,
                $picked,
                $request->string('label')->trim()->value(),
                $request->boolean('carries', true),
            ),
            default => $many->remove($user, $picked),
        };

        return response()->noContent();
    }
}
