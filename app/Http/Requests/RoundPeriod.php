<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\User;
use PlumRota\Core\Planning\Round\Period;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** The week or the month that an address names: by a date, or “now” for the one that a round is about today. */
final class RoundPeriod
{
    /** @throws NotFoundHttpException */
    public static function of(User $user, string $kind, string $date): Period
    {
        try {
            return match ($kind) {
                'week', 'month' => $date === 'now'
                    ? Period::meant($kind, $user->wallNow()->date(), $user->first_weekday)
                    : Period::holding($kind, PlannableDays::date($date), $user->first_weekday),
                default => throw new NotFoundHttpException('There are rounds of a week and of a month.'),
            };
        } catch (InvalidTime $e) {
            throw new NotFoundHttpException($e->getMessage());
        }
    }
}
