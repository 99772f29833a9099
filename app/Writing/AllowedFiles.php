<?php

declare(strict_types=1);

namespace App\Writing;

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

    /**
     * What a file is called here: without folders, signs that mean something to a system, or such as turn the direction of what
     * follows, with which a program reads as a picture (Unicode Technical Report 36, 3.1.2).
     */
    public static function name(string $name): string
    {
        $name = (string) preg_replace('/[\x{061C}\x{200E}\x{200F}\x{202A}-\x{202E}\x{2066}-\x{2069}]+/u', '', mb_scrub($name));
        $name = trim((string) preg_replace('/[\s\x00-\x1f\x7f\/\\\\<>:"|?*]+/u', ' ', basename(str_replace('\\', '/', $name))));

        return mb_substr($name === '' || trim($name, '.') === '' ? 'file' : $name, 0, 150);
    }
}
