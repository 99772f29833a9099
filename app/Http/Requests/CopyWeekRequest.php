<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Models\User;
use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\PlannableDays;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

/** Which entries of a week are copied a week on. */
final class CopyWeekRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['entries' => ['required', 'list', 'min:1', 'max:300'], 'entries.*' => ['string', 'max:26', 'distinct']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['entries.required' => 'Choose what is to be copied.', 'entries.min' => 'Choose what is to be copied.'];
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_values(array_filter($this->array('entries'), is_string(...)));
    }

    /** @throws NotFoundHttpException */
    public static function week(User $user, string $date): LocalDate
    {
        try {
            return PlannableDays::date($date)->startOfWeek($user->first_weekday);
        } catch (InvalidTime $e) {
            throw new NotFoundHttpException($e->getMessage());
        }
    }
}
