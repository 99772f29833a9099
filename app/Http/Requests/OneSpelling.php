<?php

declare(strict_types=1);

namespace App\Http\Requests;

/** A request with the address of an account, which is the same however its letters are written. */
trait OneSpelling
{
    protected function prepareForValidation(): void
    {
        if (is_string($this->input('email'))) {
            $this->merge(['email' => mb_strtolower(trim($this->string('email')->value()))]);
        }
    }
}
