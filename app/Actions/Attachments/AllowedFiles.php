<?php

declare(strict_types=1);

namespace App\Actions\Attachments;

use finfo;

/** Which files are kept with entries: up to 10 MB, of these kinds by their content, whatever they are called. */
final class AllowedFiles
{
    public const MOST_KILOBYTES = 10_240;

    public const KINDS = [
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

    /** What the content of a file says that it is. */
    public static function typeOf(string $path): string
    {
        return (string) (new finfo(FILEINFO_MIME_TYPE))->file($path);
    }
}
