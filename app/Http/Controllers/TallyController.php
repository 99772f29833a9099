<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\Account;
use App\Queries\Tally\WhereHoursWent;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** The tally: where the hours of a stretch went. */
final class TallyController
{
    /** Days of the longest stretch. */
    private const LONGEST = 366;

    public function show(Request $request, string $from, string $days, WhereHoursWent $hours): JsonResponse
    {
        return response()->json($hours->over(Account::of($request), ...self::stretch($from, $days)));
    }

    public function lines(
        Request $request,
        string $from,
        string $days,
        string $area,
        string $of,
        WhereHoursWent $hours,
    ): JsonResponse {
        if ($of !== 'planned' && $of !== 'done') {
            throw new NotFoundHttpException('What was planned or what was done is counted.');
        }

        return response()->json($hours->lines(Account::of($request), ...[...self::stretch($from, $days), $area, $of]));
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
