<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\StrongPassword;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\Validator;

/** Another password or another address; the old password says that it is oneself. */
final class CredentialRequest extends FormRequest
{
    use OneSpelling;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return [
            'current' => ['required', 'string', 'max:200'],
            ...$this->is('*/password')
                ? [
                    'password' => ['required', 'string', new StrongPassword(Account::of($this)->email)],
                    'end_device_passwords' => ['sometimes', 'boolean'],
                ]
                : [
                    'email' => [
                        'required',
                        'string',
                        'email',
                        'max:200',
                        Rule::unique('users', 'email')->ignore(Account::of($this)->id),
                    ],
                ],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'current.required' => 'Give your present password.',
            'email.unique' => 'There is an account with this address already.',
            'email.email' => 'This is no mail address.',
            'password.required' => 'Give the new password.',
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [fn (Validator $validator) => PresentPasswordRequest::check($this, $validator)];
    }
}
