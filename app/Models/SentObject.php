<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A file of CalDAV just as it was sent, which is given back so for as long as nothing of its entry is another (RFC 4791 5.3.4).
 *
 * @property string $entry_id
 * @property int $user_id
 * @property int $revision of the entry as an object when it was sent
 * @property string $text
 */
final class SentObject extends Model
{
    public $incrementing = false;

    public $timestamps = false;

    protected $primaryKey = 'entry_id';

    protected $keyType = 'string';

    protected $guarded = [];
}
