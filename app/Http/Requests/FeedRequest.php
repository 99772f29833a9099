<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Validator;

/** What others are to read: a calendar or an area, and how much of it. */
final class FeedRequest extends FormRequest
{
    private const MOST = 50;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        $mine = Changeable::by(Account::of($this));

        return [
            'calendar_id' => ['nullable', 'string', $mine->namesCalendar()],
            'area_id' => ['nullable', 'string', $mine->namesArea()],
            'busy_only' => ['sometimes', 'boolean'],
            'hides_private' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['calendar_id.exists' => 'There is no such calendar.', 'area_id.exists' => 'There is no such life area.'];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                if ($this->filled('calendar_id') === $this->filled('area_id')) {
                    $validator->errors()->add('calendar_id', 'Choose a calendar or a life area.');
                }
                if (Account::of($this)->feeds()->count() >= self::MOST) {
                    $validator
                        ->errors()
                        ->add('calendar_id', 'An account has up to '.self::MOST.' addresses. End one first.');
                }
            },
        ];
    }

    /** @return array{calendar_id: string|null, area_id: string|null, busy_only: bool, hides_private: bool} */
    public function values(): array
    {
        $id = fn (string $name): ?string => $this->filled($name) ? $this->string($name)->value() : null;

        return [
            'calendar_id' => $id('calendar_id'),
            'area_id' => $id('area_id'),
            'busy_only' => $this->boolean('busy_only'),
            'hides_private' => $this->boolean('hides_private'),
        ];
    }
}
