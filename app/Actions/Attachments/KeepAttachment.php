<?php

declare(strict_types=1);

namespace App\Actions\Attachments;

use App\Journal\WritePath;
use App\Models\Attachment;
use App\Models\Entry;
use App\Models\User;
use App\Writing\AllowedFiles;
use Illuminate\Support\Facades\Storage;
use RuntimeException;
use SplFileInfo;
use Throwable;

/** Keeps a file with an entry, on the private disk under a name of its own. */
final readonly class KeepAttachment
{
    public function __construct(private WritePath $writes)
    {
    }

    /**
     * @param  SplFileInfo  $file  where it lies until it is kept
     * @param  string  $name  as it was called by who sent it
     * @param  string  $type  what its content was found to be
     */
    public function keep(User $user, Entry $entry, SplFileInfo $file, string $name, string $type): Attachment
    {
        $path = Storage::disk('local')->putFile('attachments/'.$user->id, $file->getPathname());
        if ($path === false) {
            throw new RuntimeException('The file could not be written.');
        }

        try {
            return $this->writes->run(
                $user,
                "Added a file to “{$entry->title}”",
                fn (): Attachment => $user->attachments()->create([
                    'entry_id' => $entry->id,
                    'name' => AllowedFiles::name($name),
                    'type' => $type,
                    'size' => (int) $file->getSize(),
                    'path' => $path,
                ]),
            );
        } catch (Throwable $fault) {
            Storage::disk('local')->delete($path);
            throw $fault;
        }
    }
}
