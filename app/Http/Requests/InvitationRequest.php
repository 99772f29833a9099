<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

final class InvitationRequest extends FormRequest
{
    use OneSpelling;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['email' => ['required', 'string', 'email', 'max:200', 'unique:users,email']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'email.required' => 'Whom do you invite?',
            'email.email' => 'This is no mail address.',
            'email.unique' => 'There is an account with this address already.',
        ];
    }
}
