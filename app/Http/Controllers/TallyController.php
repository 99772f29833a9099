<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Entries\TakeEstimates;
use App\Http\Requests\Account;
use App\Http\Requests\EstimatesRequest;
use App\Http\Requests\TallyRequest;
use App\Queries\Tally\Durations;
use App\Queries\Tally\Habits;
use App\Queries\Tally\HoursSheet;
use App\Queries\Tally\WhereHoursWent;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** The tally: where the hours of a stretch went. */
final class TallyController
{
    /** Days of the longest stretch. */
    private const LONGEST = 366;

    public function show(TallyRequest $request, string $from, string $days, WhereHoursWent $hours): JsonResponse
    {
        [$first, $length] = self::stretch($from, $days);

        return response()->json(
            $hours->over(Account::of($request), $first, $length, $request->by(), $request->measure(), $request->choice()),
        );
    }

    /** What one figure is made of. */
    public function lines(TallyRequest $request, string $from, string $days, WhereHoursWent $hours): JsonResponse
    {
        [$first, $length] = self::stretch($from, $days);

        return response()->json($hours->lines(Account::of($request), $first, $length, $request->figure(), $request->choice()));
    }

    /** A sheet of hours. */
    public function sheet(TallyRequest $request, string $from, string $days, HoursSheet $sheet): JsonResponse
    {
        [$first, $length] = self::stretch($from, $days);

        return response()->json(
            $sheet->show(
                Account::of($request),
                $first,
                $length,
                $request->by(),
                $request->has('group') ? $request->group() : null,
                $request->choice(),
                $request->rounding(),
            ),
        );
    }

    /** What was kept up. */
    public function habits(TallyRequest $request, string $from, string $days, Habits $habits): JsonResponse
    {
        [$first, $length] = self::stretch($from, $days);

        return response()->json($habits->over(Account::of($request), $first, $length, $request->choice()));
    }

    /** One habit over all of its time. */
    public function habit(Request $request, Habits $habits): JsonResponse
    {
        $request->validate(['title' => ['required', 'string', 'max:500']]);

        return response()->json($habits->one(Account::of($request), $request->string('title')->value()));
    }

    /** How long things take. */
    public function durations(Request $request, Durations $durations): JsonResponse
    {
        return response()->json($durations->show(Account::of($request)));
    }

    public function takeEstimates(EstimatesRequest $request, TakeEstimates $take): Response
    {
        $take->take(Account::of($request), $request->estimates());

        return response()->noContent();
    }

    /**
     * @return array{LocalDate, int} the first date and the number of days
     *
     * @throws NotFoundHttpException
     */
    private static function stretch(string $from, string $days): array
    {
        try {
            $first = PlannableDays::date($from);
        } catch (InvalidTime $e) {
            throw new NotFoundHttpException($e->getMessage());
        }
        if (! ctype_digit($days) || (int) $days < 1 || (int) $days > self::LONGEST) {
            throw new NotFoundHttpException('A stretch has between 1 and 366 days.');
        }

        return [$first, (int) $days];
    }
}
