<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\StrongPassword;
use Illuminate\Foundation\Http\FormRequest;

/** Asking for a link to set a new password, and setting it. */
final class ResetRequest extends FormRequest
{
    use OneSpelling;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return $this->isMethod('POST')
            ? ['email' => ['required', 'string', 'email', 'max:200']]
            : [
                'token' => ['required', 'string', 'max:100'],
                'password' => ['required', 'string', new StrongPassword()],
                'end_device_passwords' => ['sometimes', 'boolean'],
            ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'email.required' => 'Give the mail address of the account.',
            'email.email' => 'This is no mail address.',
            'password.required' => 'Give the new password.',
        ];
    }
}
