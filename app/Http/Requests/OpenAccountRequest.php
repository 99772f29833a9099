<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\KnownZone;
use App\Accounts\StrongPassword;
use Illuminate\Foundation\Http\FormRequest;

final class OpenAccountRequest extends FormRequest
{
    use OneSpelling;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', RulesOf::limit('users', 'name')],
            'email' => ['required', 'string', 'email', 'max:200', 'unique:users,email'],
            'password' => [
                'required',
                'string',
                new StrongPassword(is_string($this->input('email')) ? $this->input('email') : ''),
            ],
            'zone' => ['required', 'string', new KnownZone()],
            'invitation' => ['sometimes', 'nullable', 'string', 'max:100'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['email.unique' => 'There is an account with this address already.'];
    }

    /** Of an invitation; null for the first account. */
    public function token(): ?string
    {
        return $this->filled('invitation') ? $this->string('invitation')->value() : null;
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
