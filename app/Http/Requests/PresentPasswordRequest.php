<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Accounts\Backoff;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\Validator;

/** What cannot be taken back in a moment: whoever asks says once more that it is oneself. */
final class PresentPasswordRequest extends FormRequest
{
    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['current' => ['required', 'string', 'max:200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['current.required' => 'Give your present password.'];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [fn (Validator $validator) => self::check($this, $validator)];
    }

    /** A wrong one counts, and has to be waited for after a few. */
    public static function check(FormRequest $request, Validator $validator): void
    {
        if ($validator->errors()->isNotEmpty()) {
            return;
        }
        $backoff = app(Backoff::class);
        [$user, $machine] = [Account::of($request), (string) $request->ip()];
        $wait = $backoff->wait("present {$user->id}", $machine);
        if ($wait > 0) {
            $validator->errors()->add('current', Backoff::sentence($wait));
        } elseif (! Hash::check($request->string('current')->value(), $user->password)) {
            $backoff->wrong("present {$user->id}", $machine);
            $validator->errors()->add('current', 'This is not your present password.');
        } else {
            $backoff->right("present {$user->id}", $machine);
        }
    }
}
