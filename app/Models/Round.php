<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\Recorded;
use Illuminate\Database\Eloquent\Concerns\HasUlids;
use Illuminate\Database\Eloquent\Model;

/**
 * A sitting in which a week or a month is looked back on and laid out.
 *
 * @property string $id
 * @property int $user_id
 * @property 'week'|'month' $kind
 * @property string $start the date on which it begins
 * @property list<string> $steps names of those that are done
 * @property list<array{question: string, answer: string}> $answers
 */
final class Round extends Model
{
    use HasUlids;
    use Recorded;

    protected $guarded = [];

    protected $attributes = ['steps' => '[]', 'answers' => '[]'];

    /** @return array<string, string> */
    protected function casts(): array
    {
        return ['steps' => 'array', 'answers' => 'array'];
    }
}
