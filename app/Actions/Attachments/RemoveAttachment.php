<?php

declare(strict_types=1);

namespace App\Actions\Attachments;

use App\Journal\WritePath;
use App\Models\Attachment;
use App\Models\User;

/** The row goes; the file stays for as long as this can be taken back. */
final readonly class RemoveAttachment
{
    public function __construct(private WritePath $writes)
    {
    }

    public function remove(User $user, Attachment $attachment): void
    {
        $this->writes->run($user, "Removed the file “{$attachment->name}”", fn () => $attachment->delete());
    }
}
