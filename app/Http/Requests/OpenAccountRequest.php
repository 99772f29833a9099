<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\KnownZone;
use App\Accounts\StrongPassword;
use App\Models\User;
use Illuminate\Foundation\Http\FormRequest;
use PlumRota\Core\Fields\Tables\SettingFields;

final class OpenAccountRequest extends FormRequest
{
    use OneSpelling;

    /** How dates and numbers are written, as the browser proposes it. */
    private const REGION = ['date_order', 'clock', 'decimal_mark', 'first_weekday', 'week_numbers'];

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
            ...array_merge(
                ...array_map(
                    fn (string $name): array => (new RulesOf(new User()))->field(SettingFields::all()[$name], ['sometimes']),
                    self::REGION,
                ),
            ),
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

    /** @return array{name: string, email: string, password: string, zone: string, ...} */
    public function account(): array
    {
        /** @var array{first_weekday?: int} $region */
        $region = array_intersect_key($this->validated(), array_flip(self::REGION));

        return [
            ...$region,
            'name' => $this->string('name')->value(),
            'email' => $this->string('email')->lower()->value(),
            'password' => $this->string('password')->value(),
            'zone' => $this->string('zone')->value(),
        ];
    }
}
