<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rules\Password;

final class OpenAccountRequest extends FormRequest
{
    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:100'],
            'email' => ['required', 'string', 'email', 'max:200'],
            'password' => ['required', 'string', Password::min(10), 'max:200'],
            'zone' => ['required', 'string', new KnownZone],
        ];
    }

    /** @return array{name: string, email: string, password: string, zone: string} */
    public function account(): array
    {
        return [
            'name' => $this->string('name')->value(),
            'email' => $this->string('email')->lower()->value(),
            'password' => $this->string('password')->value(),
            'zone' => $this->string('zone')->value(),
        ];
    }
}
