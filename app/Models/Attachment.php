<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * A file kept with an entry, outside of what the web server gives out.
 *
 * @property string $id
 * @property int $user_id
 * @property string $entry_id
 * @property string $name as it was called
 * @property string $type as its content says
 * @property int $size bytes
 * @property string $path within the private disk
 */
final class Attachment extends Model
{
    use HasUlids;
    use Recorded;
    use WithinAccount;

    protected $guarded = [];
}
