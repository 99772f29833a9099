<?php

declare(strict_types=1);

namespace App\Actions\Attachments;

use App\Backup\Folder;
use App\Models\User;

/**
 * How much of the disk the files of an account may take: those with entries, and as much again of removed ones that can be
 * brought back.
 */
final class Quota
{
    /** Bytes. */
    public static function most(): int
    {
        $megabytes = config('files.quota_megabytes');

        return (is_int($megabytes) ? $megabytes : 500) * 1_000_000;
    }

    /** Bytes of the files that entries have. */
    public static function used(User $user): int
    {
        return (int) $user->attachments()->sum('size');
    }

    /** A sentence when a file of so many bytes has no room; null when it has. */
    public static function complaint(User $user, int $bytes): ?string
    {
        if (self::used($user) + $bytes > self::most()) {
            return 'Your files take '.
                self::inMegabytes(self::used($user)).
                ' of '.
                self::inMegabytes(self::most()).
                ' MB; there is no room for this one. Remove some first.';
        }
        $folder = storage_path("app/private/attachments/{$user->id}");
        $onDisk = array_sum(array_map(fn (string $name): int => (int) filesize("{$folder}/{$name}"), Folder::filesIn($folder)));

        return $onDisk + $bytes > 2 * self::most()
            ? 'Files that were removed and can still be brought back take all the room there is. They go by themselves after a year; ask whoever keeps this Plum Rota.'
            : null;
    }

    private static function inMegabytes(int $bytes): string
    {
        return number_format($bytes / 1_000_000, $bytes < 10_000_000 ? 1 : 0);
    }
}
