<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** Several reads: their addresses behind /api/, each encoded as an address is, with a space between two. */
final class BatchReadRequest extends FormRequest
{
    public const MOST = 10;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'read' => [
                'required',
                'string',
                'max:4000',
                function (string $name, string $value, \Closure $fail): void {
                    if (substr_count($value, ' ') >= self::MOST) {
                        $fail('Up to '.self::MOST.' reads go together.');
                    }
                },
            ],
        ];
    }

    /** @return list<string> */
    public function reads(): array
    {
        return explode(' ', $this->string('read')->value());
    }
}
