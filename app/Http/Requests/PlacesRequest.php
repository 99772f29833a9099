<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;

/** Places that were proposed and are accepted. Times are the person's own. */
final class PlacesRequest extends FormRequest
{
    /** @var list<array{entry_id: string, recurrence_id: string, place: Placement}> */
    private array $places = [];

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'places' => ['required', 'list', 'max:200'],
            'places.*.entry_id' => ['required', 'string', 'max:26'],
            'places.*.recurrence_id' => ['required', 'string', 'max:30'],
            'places.*.start' => ['required', 'string', 'max:30'],
            'places.*.minutes' => ['required', 'integer', 'between:1,1440'],
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                if ($validator->errors()->isNotEmpty()) {
                    return;
                }
                /** @var list<array{entry_id: string, recurrence_id: string, start: string, minutes: int|string}> $all */
                $all = $this->input('places');
                foreach ($all as $i => $one) {
                    try {
                        $this->places[] = [
                            'entry_id' => $one['entry_id'],
                            'recurrence_id' => $one['recurrence_id'],
                            'place' => Placement::timed(
                                LocalDateTime::parse($one['start']),
                                (int) $one['minutes'],
                                Account::of($this)->timeZone(),
                            ),
                        ];
                    } catch (InvalidTime $e) {
                        $validator->errors()->add("places.{$i}.start", $e->getMessage());
                    }
                }
            },
        ];
    }

    /** @return list<array{entry_id: string, recurrence_id: string, place: Placement}> */
    public function places(): array
    {
        return $this->places;
    }
}
