<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** Words to look for, in everything or in what a choice lets through. */
final class SearchRequest extends FormRequest
{
    use ChoosesAsOnBoard;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return self::choiceRules();
    }

    public function words(): string
    {
        return mb_substr($this->string('q')->value(), 0, 300);
    }
}
