<?php

declare(strict_types=1);

namespace App\Retention;

use App\Backup\Folder;
use App\Models\Attachment;
use Carbon\CarbonImmutable;
use Illuminate\Support\Facades\DB;

/** Files that no entry has and no step of the history could bring back: they take room that counts for nobody. */
final readonly class LooseFiles
{
    /** A file is written before its row is. */
    private const YOUNGEST_SECONDS = 86400;

    /**
     * @param  CarbonImmutable  $now  by which something may be removed for good (SureMoment)
     * @return array{files: int, bytes: int} that were removed
     */
    public function remove(CarbonImmutable $now): array
    {
        $folder = storage_path('app/private/attachments');
        $kept = Attachment::query()->pluck('id', 'path')->all();
        $gone = ['files' => 0, 'bytes' => 0];
        foreach (Folder::filesIn($folder) as $name) {
            $isOld = filemtime("{$folder}/{$name}") < $now->getTimestamp() - self::YOUNGEST_SECONDS;
            if ($isOld && ! isset($kept["attachments/{$name}"]) && ! self::isInHistory($name)) {
                $gone['bytes'] += (int) filesize("{$folder}/{$name}");
                $gone['files']++;
                unlink("{$folder}/{$name}");
            }
        }

        return $gone;
    }

    private static function isInHistory(string $name): bool
    {
        return DB::table('history')
            ->whereRaw('instr("rows", ?) > 0', [basename($name)])
            ->exists();
    }
}
