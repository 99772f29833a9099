<?php

declare(strict_types=1);

namespace App\Accounts;

use Closure;
use Illuminate\Contracts\Validation\ValidationRule;

/**
 * Ten characters or more, and none of those that are guessed first, nor one of them with a few signs behind it
 * (OWASP ASVS 5, V6.2).
 */
final readonly class StrongPassword implements ValidationRule
{
    public const LEAST = 10;

    private const MOST = 200;

    /** @param  string  $email  whose it is; it must not be the password */
    public function __construct(private string $email = '')
    {
    }

    public function validate(string $attribute, mixed $value, Closure $fail): void
    {
        $password = is_string($value) ? $value : '';
        $length = mb_strlen($password);
        if ($length < self::LEAST || $length > self::MOST) {
            $fail($length < self::LEAST ? 'A password has ten characters or more.' : 'A password has up to 200 characters.');

            return;
        }
        if ($this->isGuessed(mb_strtolower($password))) {
            $fail(
                'That is one of the passwords that are guessed first. Three or four words that do not belong together are better.',
            );
        }
    }

    private function isGuessed(string $password): bool
    {
        $bare = (string) preg_replace('/^[\d\W_]+|[\d\W_]+$/u', '', $password);
        $name = explode('@', mb_strtolower($this->email))[0];
        $common = "\n".file_get_contents(resource_path('passwords/common.txt'));

        return count(array_unique(mb_str_split($password))) < 4 ||
            str_contains($common, "\n{$password}\n") ||
            (mb_strlen($bare) >= 5 && str_contains($common, "\n{$bare}\n")) ||
            ($name !== '' && ($bare === $name || $password === mb_strtolower($this->email)));
    }
}
