<?php

declare(strict_types=1);

use App\Journal\Journal;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * No row names one of another account: where a foreign key can hold it, it carries the account. A UID, and a name that a client gave, stand for
 * one entry of a calendar. What is there and crosses is mended first: an occurrence's own, and a reminder, of somebody else's entry go; an
 * entry in somebody else's calendar comes into the first of its own, a calendar in somebody else's area likewise.
 */
return new class extends Migration
{
    /** @var array<string, array{string, string}> by table, the column that names a row, and the table that has it */
    private const KEYS = [
        'calendars' => ['area_id', 'areas'],
        'entries' => ['calendar_id', 'calendars'],
        'overrides' => ['entry_id', 'entries'],
        'deliveries' => ['entry_id', 'entries'],
    ];

    public function up(): void
    {
        app(Journal::class)->unrecorded(function (): void {
            $this->mend();
            foreach (['uid', 'resource_name'] as $name) {
                DB::statement(
                    "update entries set {$name} = null where {$name} is not null and exists (select 1 from entries other
                        where other.calendar_id = entries.calendar_id and other.{$name} = entries.{$name} and other.id < entries.id)",
                );
            }
        });
        DB::statement('create unique index entries_one_uid on entries (calendar_id, uid) where uid is not null');
        DB::statement('drop index if exists entries_named_by_client');
        DB::statement('create unique index entries_named_by_client on entries (calendar_id, resource_name) where resource_name is not null');
        foreach (['areas', 'calendars', 'entries'] as $table) {
            DB::statement("create unique index {$table}_owned on {$table} (id, user_id)");
        }
        $this->carryAccounts();
    }

    private function mend(): void
    {
        $own = fn (string $table): string => "(select min(mine.id) from {$table} mine where mine.user_id = %s.user_id)";
        $crosses = fn (string $table, string $column, string $of): string => "exists (select 1 from {$of} other
            where other.id = {$table}.{$column} and other.user_id <> {$table}.user_id)";
        DB::statement('update calendars set area_id = '.sprintf($own('areas'), 'calendars').' where '.$crosses('calendars', 'area_id', 'areas').
            ' and '.sprintf($own('areas'), 'calendars').' is not null');
        DB::statement('delete from entries where '.$crosses('entries', 'calendar_id', 'calendars').' and '.sprintf($own('calendars'), 'entries').' is null');
        DB::statement('update entries set calendar_id = '.sprintf($own('calendars'), 'entries').' where '.$crosses('entries', 'calendar_id', 'calendars'));
        DB::statement('delete from calendars where '.$crosses('calendars', 'area_id', 'areas'));
        DB::statement('delete from overrides where '.$crosses('overrides', 'entry_id', 'entries'));
        DB::statement('update deliveries set entry_id = null where '.$crosses('deliveries', 'entry_id', 'entries'));
        foreach (['leads_to', 'after_id', 'continues_id'] as $column) {
            DB::statement("update entries set {$column} = null where ".$crosses('entries', $column, 'entries'));
        }
        foreach (['attachments', 'timings', 'sent_objects'] as $table) {
            DB::statement("delete from {$table} where ".$crosses($table, 'entry_id', 'entries'));
        }
        DB::statement('update goals set area_id = null where '.$crosses('goals', 'area_id', 'areas'));
        DB::statement('update filing_rules set calendar_id = null where '.$crosses('filing_rules', 'calendar_id', 'calendars'));
        DB::statement('delete from feeds where '.$crosses('feeds', 'calendar_id', 'calendars').' or '.$crosses('feeds', 'area_id', 'areas'));
        DB::statement('delete from object_revisions where '.$crosses('object_revisions', 'calendar_id', 'calendars'));
        DB::statement('delete from refreshes where '.$crosses('refreshes', 'calendar_id', 'calendars'));
    }

    /** What is in a table stays as it is on the disk; only what is said of it is another (https://www.sqlite.org/lang_altertable.html, 7). */
    private function carryAccounts(): void
    {
        $version = DB::scalar('pragma schema_version');
        assert(is_int($version));
        DB::statement('pragma writable_schema = on');
        foreach (self::KEYS as $table => [$column, $of]) {
            DB::update("update sqlite_schema set sql = replace(sql, ?, ?) where type = 'table' and name = ?", [
                "foreign key(\"{$column}\") references \"{$of}\"(\"id\")",
                "foreign key(\"{$column}\", \"user_id\") references \"{$of}\"(\"id\", \"user_id\")",
                $table,
            ]);
        }
        DB::statement('pragma schema_version = '.($version + 1));
        DB::statement('pragma writable_schema = off');
    }
};
