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
        Schema::table('deliveries', function (Blueprint $table): void {
            $table->boolean('all_day')->default(false); // its occurrence has no hours: only the day is told
            $table->unsignedBigInteger('dropped_at')->nullable(); // its occurrence is done or gone; comes back when that is taken back
            $table->unsignedSmallInteger('tries')->default(0); // that failed
            $table->unsignedBigInteger('retry_at')->nullable(); // not before
            $table->string('trouble')->nullable(); // why the last try failed
            $table->string('note_key')->nullable(); // of the note it was first sent with: a second try sends the same one
            $table->boolean('early')->default(false); // handed over by a clock that was ahead: comes again at its moment
            $table->unsignedSmallInteger('repeated')->default(0); // how often that happened
            $table->index('handed_at');
        });
        DB::statement('create index deliveries_early on deliveries (handed_at) where early = 1');
        // Of a deleted entry the record stays, under its key, for as long as the deletion can be taken back.
        DB::unprepared('create trigger deliveries_orphaned before delete on entries begin
            update deliveries set entry_id = null, dropped_at = coalesce(dropped_at, 0) where entry_id = old.id; end');
    }

    public function down(): void
    {
        DB::unprepared('drop trigger if exists deliveries_orphaned; drop index if exists deliveries_early');
        Schema::table('deliveries', function (Blueprint $table): void {
            $table->dropIndex(['handed_at']);
            $table->dropColumn(['all_day', 'dropped_at', 'tries', 'retry_at', 'trouble', 'note_key', 'early', 'repeated']);
        });
    }
};
