<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Access\Visible;
use App\Actions\Entries\AddEntry;
use App\Actions\Entries\ChangeEntry;
use App\Actions\Entries\CopyEntry;
use App\Actions\Entries\MoveEntry;
use App\Actions\Entries\RemoveEntry;
use App\Http\Requests\Account;
use App\Http\Requests\CopyRequest;
use App\Http\Requests\EntryRequest;
use App\Http\Requests\MoveRequest;
use App\Http\Requests\PreviewRequest;
use App\Http\Requests\RemoveRequest;
use App\Http\Resources\EntryResource;
use App\Http\Resources\ThisOne;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Planning\Timings;
use App\Queries\Screens\RhythmPreview;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;

final class EntryController
{
    /** With a recurrence id also what this one has of its own. */
    public function show(Request $request, string $entry, Timings $timings): JsonResponse
    {
        $user = Account::of($request);
        $found = Visible::to($user)->entry($entry);
        $id = $request->query('recurrence_id');
        $id = is_string($id) && $id !== '' ? $id : 'once';

        return response()->json([
            ...(new EntryResource($found))->fields($user->region(), $user->wallNow()->date()),
            'this_one' => ThisOne::shown($user, $found, $id, $timings->minutes($user, [$found->id])["{$found->id}|{$id}"] ?? 0),
        ]);
    }

    public function store(EntryRequest $request, AddEntry $entries): JsonResponse
    {
        return (new EntryResource(
            $entries->add(Account::of($request), $request->values(), $request->boolean('over_protected')),
        ))
            ->response($request)
            ->setStatusCode(201);
    }

    public function update(EntryRequest $request, string $entry, ChangeEntry $entries): JsonResponse
    {
        $user = Account::of($request);
        $found = Changeable::by($user)->entry($entry);

        return (new EntryResource(
            $entries->change(
                $user,
                $found,
                $request->values(),
                $request->scope(),
                $request->recurrenceId(),
                $request->version(),
                $request->boolean('over_protected'),
            ),
        ))
            ->response($request)
            ->setStatusCode(200);
    }

    public function move(MoveRequest $request, string $entry, MoveEntry $entries): JsonResponse
    {
        $user = Account::of($request);
        $found = Changeable::by($user)->entry($entry);
        $moved = $entries->move(
            $user,
            $found,
            $request->place(),
            $request->scope(),
            $request->recurrenceId(),
            $request->version(),
            $request->boolean('over_protected'),
        );
        $id = $request->scope() === Scope::One ? $request->recurrenceId() ?? Series::ONCE : Series::ONCE;

        return response()->json([
            ...(new EntryResource($moved))->fields($user->region(), $user->wallNow()->date()),
            'after_due' => ThisOne::isAfterDue($user, $moved, $id),
        ]);
    }

    public function copy(CopyRequest $request, string $entry, CopyEntry $entries): JsonResponse
    {
        $user = Account::of($request);

        return (new EntryResource(
            $entries->copy(
                $user,
                self::toCopy($user, $entry, $request->calendarId()),
                $request->recurrenceId(),
                $request->place(),
                $request->calendarId(),
                $request->boolean('over_protected'),
            ),
        ))
            ->response($request)
            ->setStatusCode(201);
    }

    /** What is followed is copied into a calendar of one's own, and only there. */
    private static function toCopy(User $user, string $entry, ?string $into): Entry
    {
        return $into === null ? Changeable::by($user)->entry($entry) : Visible::to($user)->entry($entry);
    }

    public function destroy(RemoveRequest $request, string $entry, RemoveEntry $entries): Response
    {
        $user = Account::of($request);
        $entries->remove($user, Changeable::by($user)->entry($entry), $request->scope(), $request->recurrenceId());

        return response()->noContent();
    }

    public function preview(PreviewRequest $request, RhythmPreview $preview): JsonResponse
    {
        $series = $request->series();
        assert($series !== null);

        $due = $request->input('due');

        return response()->json(
            $preview->show(
                Account::of($request),
                $series,
                $request->filled('entry_id') ? $request->string('entry_id')->value() : null,
                is_string($due) ? $due : null,
                $request->recurrenceId(),
            ),
        );
    }
}
