<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\PlannableDays;

/** Where something is dropped: start, all_day and length as the schema Place of the contract has them, on the person's own walls. */
final class DroppedPlace
{
    /** Minutes; a year and a day of them, or as many days. */
    public const LENGTHS = 'between:0,527040';

    /**
     * @param  int  $leastDays  of what lasts whole days
     * @return Placement|null null for no place, or for one that cannot be: then the validator says why
     */
    public static function of(FormRequest $request, Validator $validator, int $leastDays = 0): ?Placement
    {
        if ($validator->errors()->isNotEmpty() || ! $request->filled('start')) {
            return null;
        }
        $start = $request->string('start')->value();
        $length = $request->integer('length');
        try {
            return $request->boolean('all_day')
                ? Placement::allDay(PlannableDays::date(substr($start, 0, 10)), max($leastDays, $length))
                : Placement::timed(PlannableDays::moment($start), $length, Account::of($request)->timeZone());
        } catch (InvalidTime $e) {
            $validator->errors()->add('start', $e->getMessage());

            return null;
        }
    }
}
