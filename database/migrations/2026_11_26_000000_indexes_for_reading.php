<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

return new class extends Migration
{
    public function up(): void
    {
        foreach ([
            'drop index if exists entries_user_id_first_day_last_day_index',
            'create index entries_in_a_stretch on entries (user_id, last_day, first_day)',
            'create index entries_continued on entries (user_id) where continues_id is not null',
            'create index entries_to_ask_again on entries (user_id, ask_again) where ask_again is not null',
            'create index entries_unscheduled on entries (user_id) where start is null',
            'create index entries_with_margins on entries (user_id) where travel > 0 or margin > 0',
            'drop index if exists changes_user_id_moved_from_moved_to_index',
            'create index changes_moved on changes (user_id, moved_to, moved_from) where moved_to is not null',
            'create index changes_moved_of on changes (entry_id, moved_to) where moved_to is not null',
            "create index changes_due on changes (user_id, json_extract(fields, '$.due')) where json_extract(fields, '$.due') is not null",
            "create index entries_routines_due on entries (user_id) where due is not null and (rule is not null or extra_dates <> '[]')",
            'create index changes_finished on changes (entry_id, done_at) where done_at is not null',
            'create index changes_left_out on changes (entry_id, day) where skipped = 1 or let_go_at is not null',
            "create index changes_with_margins on changes (user_id) where json_extract(fields, '$.travel') > 0 or json_extract(fields, '$.margin') > 0",
            'drop index if exists deliveries_handed_at_index',
            'create index deliveries_handed on deliveries (handed_at) where handed_at is not null',
            'drop index if exists deliveries_open',
            'create index deliveries_open on deliveries (moment) where handed_at is null and answered_at is null and dropped_at is null',
            'create index answers_created_at_index on answers (created_at)',
            'create index phone_messages_delivery_id_index on phone_messages (delivery_id)',
            'create index history_entries_history_id_index on history_entries (history_id)',
        ] as $statement) {
            DB::statement($statement);
        }
    }
};
