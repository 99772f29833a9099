<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Closure;
use Illuminate\Foundation\Http\FormRequest;

final class DevicePasswordRequest extends FormRequest
{
    private const MOST = 30;

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'name' => [
                'bail',
                'required',
                'string',
                'max:80',
                function (string $field, mixed $value, Closure $fail): void {
                    if (Account::of($this)->devicePasswords()->count() >= self::MOST) {
                        $fail('There are '.self::MOST.' passwords already. End one that is not used any more.');
                    }
                },
            ],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name.required' => 'Name the device or the program, so that you know it again.'];
    }
}
