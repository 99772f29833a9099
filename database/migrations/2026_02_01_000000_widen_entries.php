<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('users', function (Blueprint $table): void {
            $table->string('holidays')->nullable(); // a country of resources/holidays
            $table->json('work_days')->default('[1,2,3,4,5]'); // ISO 8601
        });
        Schema::table('entries', function (Blueprint $table): void {
            $table->string('end_zone')->nullable(); // null: that of the start
            $table->unsignedInteger('margin')->default(0); // minutes after
            $table->string('colour')->nullable(); // null: the calendar's
            $table->json('labels')->default('[]');
            $table->boolean('tentative')->default(false); // STATUS:TENTATIVE
            $table->string('off_day')->default('keep'); // keep, skip, before or after
            $table->json('seasons')->default('[]'); // list of {from, to}: MM-DD
            $table->json('pauses')->default('[]'); // list of {from, to}: dates
        });
        Schema::table('changes', fn (Blueprint $table) => $table->index(['user_id', 'day']));
        Schema::create('attachments', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('entry_id')->index(); // without a foreign key: it outlives a deletion that may be taken back
            $table->string('name');
            $table->string('type');
            $table->unsignedInteger('size'); // bytes
            $table->string('path');
            $table->timestamps();
        });
        Schema::create('filters', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->json('choice'); // as the page asks for it
            $table->timestamps();
            $table->unique(['user_id', 'name']);
        });
        Schema::create('filing_rules', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('words');
            $table->ulid('calendar_id')->nullable();
            $table->string('colour')->nullable();
            $table->unsignedInteger('position')->default(0);
            $table->timestamps();
        });
        Schema::create('history_entries', function (Blueprint $table): void {
            $table->foreignId('history_id')->constrained('history')->cascadeOnDelete();
            $table->string('entry_id');
            $table->primary(['entry_id', 'history_id']);
        });
        $this->search();
    }

    /**
     * What can be searched: entries, and what single occurrences have of their own. Triggers keep it, so that nothing
     * that changes a row can forget it.
     */
    private function search(): void
    {
        DB::statement("create virtual table searched using fts5(entry_id unindexed, change_id unindexed, user_id unindexed, title, place, steps, notes, labels, tokenize = 'unicode61 remove_diacritics 2', prefix = '2 3')");
        $steps = fn (string $json): string => "coalesce((select group_concat(json_extract(value, '$.text'), ' · ') from json_each({$json})), '')";
        $labels = "coalesce((select group_concat(value, ' · ') from json_each(new.labels)), '')";
        $entry = "insert into searched (entry_id, change_id, user_id, title, place, steps, notes, labels) values (new.id, null, new.user_id, new.title, new.place, {$steps('new.checklist')}, new.notes, {$labels});";
        $forget = 'delete from searched where rowid in (select rowid from searched_rows where entry_id = old.id and change_id = 0); delete from searched_rows where entry_id = old.id and change_id = 0;';
        $keep = fn (string $entry, string $change): string => "insert into searched_rows (entry_id, change_id, rowid) values ({$entry}, {$change}, last_insert_rowid());";
        DB::statement('create table searched_rows (entry_id text not null, change_id integer not null, rowid integer not null, primary key (entry_id, change_id)) without rowid');
        DB::unprepared("create trigger entries_searched after insert on entries begin {$entry} {$keep('new.id', '0')} end");
        DB::unprepared("create trigger entries_searched_anew after update of title, place, checklist, notes, labels on entries begin {$forget} {$entry} {$keep('new.id', '0')} end");
        DB::unprepared("create trigger entries_forgotten after delete on entries begin {$forget} end");
        $field = fn (string $name): string => "coalesce(json_extract(new.fields, '$.{$name}'), '')";
        $change = "insert into searched (entry_id, change_id, user_id, title, place, steps, notes, labels) select new.entry_id, new.id, new.user_id, {$field('title')}, '', {$steps("json_extract(new.fields, '$.checklist')")}, {$field('notes')}, '' where new.fields not in ('{}', '[]');";
        $forgetChange = 'delete from searched where rowid in (select rowid from searched_rows where entry_id = old.entry_id and change_id = old.id); delete from searched_rows where entry_id = old.entry_id and change_id = old.id;';
        $keepChange = "insert into searched_rows (entry_id, change_id, rowid) select new.entry_id, new.id, last_insert_rowid() where new.fields not in ('{}', '[]');";
        DB::unprepared("create trigger changes_searched after insert on changes when new.fields not in ('{}', '[]') begin {$change} {$keepChange} end");
        DB::unprepared("create trigger changes_searched_anew after update of fields, entry_id on changes begin {$forgetChange} {$change} {$keepChange} end");
        DB::unprepared("create trigger changes_forgotten after delete on changes begin {$forgetChange} end");
        DB::unprepared("insert into searched (entry_id, change_id, user_id, title, place, steps, notes, labels) select id, null, user_id, title, place, coalesce((select group_concat(json_extract(value, '$.text'), ' · ') from json_each(checklist)), ''), notes, '' from entries");
        DB::unprepared('insert into searched_rows (entry_id, change_id, rowid) select entry_id, 0, rowid from searched');
        DB::unprepared("insert into searched (entry_id, change_id, user_id, title, place, steps, notes, labels) select entry_id, id, user_id, coalesce(json_extract(fields, '$.title'), ''), '', '', coalesce(json_extract(fields, '$.notes'), ''), '' from changes where fields not in ('{}', '[]')");
        DB::unprepared('insert into searched_rows (entry_id, change_id, rowid) select entry_id, change_id, rowid from searched where change_id is not null');
    }

    public function down(): void
    {
        foreach (['entries_searched', 'entries_searched_anew', 'entries_forgotten', 'changes_searched', 'changes_searched_anew', 'changes_forgotten'] as $trigger) {
            DB::unprepared("drop trigger if exists {$trigger}");
        }
        foreach (['searched', 'searched_rows', 'history_entries', 'filing_rules', 'filters', 'attachments'] as $table) {
            Schema::dropIfExists($table);
        }
        Schema::table('entries', fn (Blueprint $table) => $table->dropColumn(['end_zone', 'margin', 'colour', 'labels', 'tentative', 'off_day', 'seasons', 'pauses']));
        Schema::table('changes', fn (Blueprint $table) => $table->dropIndex(['user_id', 'day']));
        Schema::table('users', fn (Blueprint $table) => $table->dropColumn(['holidays', 'work_days']));
    }
};
