<?php

declare(strict_types=1);

namespace App\Journal;

use Illuminate\Database\Eloquent\Model;

/**
 * One action as it can be undone: every row before and after.
 *
 * @property int $id
 * @property int $user_id
 * @property string $label
 * @property list<array{table: string, id: int|string, before: ?array<string, mixed>, after: ?array<string, mixed>}> $rows
 * @property int $revision
 * @property bool $undone
 */
final class HistoryStep extends Model
{
    public const UPDATED_AT = null;

    protected $table = 'history';

    protected $guarded = [];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['rows' => 'array', 'undone' => 'boolean'];
    }
}
