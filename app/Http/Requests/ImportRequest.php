<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** A file of iCalendar to be looked at. */
final class ImportRequest extends FormRequest
{
    public const LARGEST_MEGABYTES = 20;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:'.self::LARGEST_MEGABYTES * 1024]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'file.required' => 'Choose a file.',
            'file.file' => 'The file did not arrive whole. Choose it once more.',
            'file.uploaded' => 'The file did not arrive whole, or is larger than '.self::LARGEST_MEGABYTES.' MB.',
            'file.max' => 'A file may have '.self::LARGEST_MEGABYTES.' MB.',
        ];
    }

    public function upload(): UploadedFile
    {
        $file = $this->file('file');
        assert($file instanceof UploadedFile);

        return $file;
    }
}
