<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Access\Changeable;
use App\Access\Visible;
use App\Actions\Areas\AddArea;
use App\Actions\Areas\ChangeArea;
use App\Actions\Areas\PutInOrder;
use App\Actions\Areas\RemoveArea;
use App\Http\Requests\Account;
use App\Http\Requests\AreaRequest;
use App\Http\Requests\HeirRequest;
use App\Http\Requests\OrderRequest;
use App\Http\Resources\AreaResource;
use App\Models\Area;
use App\Models\User;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Validation\ValidationException;

final class AreaController
{
    public function index(Request $request): JsonResponse
    {
        $areas = Visible::to(Account::of($request))
            ->areas()
            ->with(['calendars' => fn ($calendars) => $calendars->withCount('entries')->with('refreshing')])
            ->get();

        return response()->json([
            'areas' => $areas->map(fn (Area $area): array => (new AreaResource($area))->toArray($request))->all(),
        ]);
    }

    public function store(AreaRequest $request, AddArea $areas): JsonResponse
    {
        /** @var array{name: string, colour: string, intended_minutes?: int|null} $values */
        $values = $request->validated();

        return (new AreaResource($areas->add(Account::of($request), $values)))->response($request)->setStatusCode(201);
    }

    public function update(AreaRequest $request, string $area, ChangeArea $areas): AreaResource
    {
        $user = Account::of($request);
        /** @var array<string, mixed> $values */
        $values = $request->validated();

        return new AreaResource($areas->change($user, Changeable::by($user)->area($area), $values));
    }

    public function destroy(HeirRequest $request, string $area, RemoveArea $areas): Response
    {
        $user = Account::of($request);
        $found = Changeable::by($user)->area($area);
        $heir = $request->heir();
        if ($heir !== null && $heir->area_id === $found->id) {
            throw ValidationException::withMessages(['move_to' => 'Choose a calendar of another life area.']);
        }
        self::keepOne($user, Changeable::by($user)->openCalendars()->where('area_id', '!=', $found->id)->exists());
        $areas->remove($user, $found, $heir);

        return response()->noContent();
    }

    public function order(OrderRequest $request, PutInOrder $order): Response
    {
        $order->areas(Account::of($request), $request->ids());

        return response()->noContent();
    }

    public static function keepOne(User $user, bool $hasAnother): void
    {
        if (! $hasAnother) {
            throw ValidationException::withMessages([
                'entries' => 'This is the last calendar. Make another one first: what is caught needs a place.',
            ]);
        }
    }
}
