<?php

declare(strict_types=1);

namespace App\Http\Resources;

use App\Models\Attachment;

/** A file as an entry lists it. */
final class AttachmentResource
{
    /** @return array{id: string, name: string, type: string, size: int} */
    public static function shown(Attachment $attachment): array
    {
        return ['id' => $attachment->id, 'name' => $attachment->name, 'type' => $attachment->type, 'size' => $attachment->size];
    }
}
