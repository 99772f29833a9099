<?php

declare(strict_types=1);

namespace App\Standins;

use App\Models\Delivery;
use App\Models\User;
use App\Queries\Reminding\Note;
use Illuminate\Support\Facades\DB;

/** A stand-in for a phone: what is pushed stands on a page the width of one. A driver for a real service has this one method. */
final class Phone
{
    /** @param  Delivery|null  $delivery  what its presses answer; null for several at once */
    public function push(User $user, Note $note, string $key, ?Delivery $delivery): void
    {
        DB::table('phone_messages')->insertOrIgnore([
            'user_id' => $user->id,
            'key' => $key,
            'delivery_id' => $delivery?->id,
            'title' => $note->title,
            'body' => implode("\n", $note->lines),
            'created_at' => now(),
        ]);
    }
}
