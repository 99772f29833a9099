<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * The closing of a day: what was decided, and a few lines.
 *
 * @property string $id
 * @property int $user_id
 * @property string $date
 * @property list<array{key: string, title: string, decision: string, to: string|null}> $decisions
 * @property list<array{question: string, answer: string}> $answers
 * @property int|null $closed_at Unix seconds
 */
final class Closing extends Model
{
    use HasUlids;
    use Recorded;

    protected $guarded = [];

    protected $attributes = ['decisions' => '[]', 'answers' => '[]'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['decisions' => 'array', 'answers' => 'array'];
    }
}
