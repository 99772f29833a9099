<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Models\Entry;
use App\Models\User;
use Closure;
use Illuminate\Support\Facades\Storage;

/** The files that are kept with the entries of an account. */
final class FilesOfEntries
{
    /** @return Closure(Entry): list<array{name: string, type: string, path: string}> those of one entry that are there, and where */
    public static function of(User $user): Closure
    {
        $all = $user->attachments()->orderBy('id')->get()->groupBy('entry_id');

        return function (Entry $entry) use ($all): array {
            $files = [];
            foreach ($all[$entry->id] ?? [] as $one) {
                if (Storage::disk('local')->exists($one->path)) {
                    $files[] = ['name' => $one->name, 'type' => $one->type, 'path' => Storage::disk('local')->path($one->path)];
                }
            }

            return $files;
        };
    }
}
