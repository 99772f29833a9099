<?php

declare(strict_types=1);

namespace App\Reading;

use App\Models\User;
use Illuminate\Support\Facades\DB;

/**
 * Whose entries a person may see. Rows of entries, and of what makes occurrences differ, are read for one of these and in no other
 * way, so that seeing what others share is a change of this class and of the conditions beside it.
 */
final readonly class Visible
{
    private function __construct(public int $ownerId)
    {
    }

    public static function to(User $user): self
    {
        return new self($user->id);
    }

    /** @return array<string, string> the area of each calendar that may be seen */
    public function areas(): array
    {
        /** @var array<string, string> $areas */
        $areas = DB::table('calendars')->where('user_id', $this->ownerId)->pluck('area_id', 'id')->all();

        return $areas;
    }
}
