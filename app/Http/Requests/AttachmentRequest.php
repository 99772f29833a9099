<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Actions\Attachments\Quota;
use finfo;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\Validator;

/** A file up to 10 MB whose content, not its name, says that it is of a kind that is kept. */
final class AttachmentRequest extends FormRequest
{
    private const MOST_KILOBYTES = 10_240;

    private const KINDS = [
        'image/png',
        'image/jpeg',
        'image/gif',
        'image/webp',
        'image/heic',
        'application/pdf',
        'text/plain',
        'text/csv',
        'text/calendar',
        'text/markdown',
        'application/zip',
        'application/json',
        'application/vnd.oasis.opendocument.text',
        'application/vnd.oasis.opendocument.spreadsheet',
        'application/vnd.oasis.opendocument.presentation',
        'application/vnd.openxmlformats-officedocument.wordprocessingml.document',
        'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
        'application/vnd.openxmlformats-officedocument.presentationml.presentation',
        'audio/mpeg',
        'audio/ogg',
        'audio/x-m4a',
        'video/mp4',
    ];

    private string $type = '';

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:'.self::MOST_KILOBYTES]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'file.required' => 'Choose a file.',
            'file.max' => 'A file has at most 10 MB.',
            'file.uploaded' => 'The file did not arrive whole. It may be larger than 10 MB.',
        ];
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [
            function (Validator $validator): void {
                if ($validator->errors()->isNotEmpty()) {
                    return;
                }
                $this->type = (string) (new finfo(FILEINFO_MIME_TYPE))->file($this->upload()->getPathname());
                $complaint = Quota::complaint(Account::of($this), (int) $this->upload()->getSize());
                if ($complaint !== null) {
                    $validator->errors()->add('file', $complaint);
                }
                if (! in_array($this->type, self::KINDS, true)) {
                    $validator
                        ->errors()
                        ->add(
                            'file',
                            'Files of this kind are not kept. Pictures, PDF, plain text, tables, office documents, sound and archives are.',
                        );
                }
            },
        ];
    }

    public function upload(): UploadedFile
    {
        $file = $this->file('file');
        assert($file instanceof UploadedFile);

        return $file;
    }

    public function type(): string
    {
        return $this->type;
    }
}
