<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Words to search, revisions of objects and weeks of the tally follow the step that changes something (App\Follows), and no trigger. What the
 * triggers made stays as it is.
 */
return new class extends Migration
{
    private const TRIGGERS = [
        'entries_searched',
        'entries_searched_anew',
        'entries_forgotten',
        'overrides_searched',
        'overrides_searched_anew',
        'overrides_forgotten',
        'entries_noted',
        'entries_noted_anew',
        'entries_noted_gone',
        'overrides_noted_insert',
        'overrides_noted_update',
        'overrides_noted_delete',
        'attachments_noted_insert',
        'attachments_noted_update',
        'attachments_noted_delete',
        'calendars_noted',
        'users_noted',
        'entries_tallied',
        'entries_tallied_anew',
        'entries_not_tallied',
        'overrides_tallied',
        'overrides_tallied_anew',
        'overrides_not_tallied',
        'timings_tallied',
        'timings_tallied_anew',
        'timings_not_tallied',
        'calendars_tallied_anew',
        'users_tallied_anew',
    ];

    public function up(): void
    {
        foreach (self::TRIGGERS as $name) {
            DB::unprepared("drop trigger if exists {$name}");
        }
        // Of some that lead up to a date long after them a week was kept that should have been forgotten.
        DB::table('tally_weeks')->delete();
    }
};
