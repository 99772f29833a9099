<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Actions\Attachments\Quota;
use App\Writing\AllowedFiles;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use Illuminate\Validation\Validator;

/** A file up to 10 MB whose content, not its name, says that it is of a kind that is kept. */
final class AttachmentRequest extends FormRequest
{
    private string $type = '';

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:'.AllowedFiles::MOST_KILOBYTES]];
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
                $this->type = AllowedFiles::typeOf($this->upload()->getPathname());
                $complaint = Quota::complaint(Account::of($this), (int) $this->upload()->getSize());
                if ($complaint !== null) {
                    $validator->errors()->add('file', $complaint);
                }
                if (! in_array($this->type, AllowedFiles::KINDS, true)) {
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
