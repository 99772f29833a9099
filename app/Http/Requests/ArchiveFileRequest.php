<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

final class ArchiveFileRequest extends FormRequest
{
    private const MOST_KILOBYTES = 20_000;

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:'.self::MOST_KILOBYTES]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'file.required' => 'Choose an archive (.zip).',
            'file.uploaded' => 'It is larger than 20 MB, or did not come whole. Whoever keeps this Plum Rota brings back larger ones.',
            'file.max' => 'It is larger than 20 MB. Whoever keeps this Plum Rota brings back larger ones.',
        ];
    }
}
