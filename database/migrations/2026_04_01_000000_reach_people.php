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
        Schema::dropIfExists('deliveries'); // planned anew from the entries
        Schema::create('deliveries', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('kind')->default('reminder'); // reminder, later, agenda or evening
            $table->foreignUlid('entry_id')->nullable()->constrained()->cascadeOnDelete();
            $table->string('recurrence_id')->default(''); // of an agenda, its date
            $table->string('trigger')->default('');
            $table->string('way'); // screen, mail or phone
            $table->string('key')->unique(); // entry, recurrence id, reminder, way: nothing is handed over twice
            $table->unsignedBigInteger('fell_at'); // Unix seconds at which it falls
            $table->unsignedBigInteger('moment'); // and at which it may be handed over: after quiet hours
            $table->unsignedBigInteger('starts_at');
            $table->string('claim')->nullable(); // the worker that has taken it
            $table->unsignedBigInteger('claimed_at')->nullable();
            $table->unsignedBigInteger('handed_at')->nullable();
            $table->boolean('gathered')->default(false); // with others in one note
            $table->unsignedBigInteger('shown_at')->nullable(); // by one page, and by no other
            $table->unsignedBigInteger('answered_at')->nullable();
            $table->index(['user_id', 'answered_at']);
            $table->index(['entry_id', 'recurrence_id']);
        });
        DB::statement('create index deliveries_open on deliveries (moment) where handed_at is null');
        Schema::table('users', function (Blueprint $table): void {
            $table->dropColumn(['reminded_until', 'reminded_before']);
            $table->unsignedBigInteger('planned_until')->default(0)->index(); // Unix seconds up to which reminders are written down
            $table->unsignedSmallInteger('quiet_from')->default(0); // minutes of the day; the same for none
            $table->unsignedSmallInteger('quiet_to')->default(0);
            $table->unsignedSmallInteger('agenda_at')->nullable(); // minute of the day
            $table->json('agenda_ways')->default('["screen"]');
            $table->unsignedSmallInteger('evening_at')->nullable();
        });
        Schema::table('calendars', fn (Blueprint $table) => $table->json('reminders_all_day')->default('[]'));
        Schema::table('entries', function (Blueprint $table): void {
            $table->boolean('own_reminders')->default(true); // else those of its calendar
            $table->boolean('always_through')->default(false); // quiet hours do not hold it back
        });
        Schema::create('post_box', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('message_id')->unique();
            $table->string('to');
            $table->string('subject');
            $table->text('html');
            $table->timestamp('created_at');
        });
        Schema::create('phone_messages', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('key')->unique();
            $table->foreignId('delivery_id')->nullable()->constrained()->nullOnDelete();
            $table->string('title');
            $table->text('body');
            $table->timestamp('created_at');
        });
    }

    public function down(): void
    {
        foreach (['phone_messages', 'post_box'] as $table) {
            Schema::dropIfExists($table);
        }
        Schema::table('entries', fn (Blueprint $table) => $table->dropColumn(['own_reminders', 'always_through']));
        Schema::table('calendars', fn (Blueprint $table) => $table->dropColumn('reminders_all_day'));
        Schema::table('users', function (Blueprint $table): void {
            $table->dropIndex(['planned_until']);
            $table->dropColumn(['planned_until', 'quiet_from', 'quiet_to', 'agenda_at', 'agenda_ways', 'evening_at']);
            $table->unsignedBigInteger('reminded_until')->nullable();
            $table->unsignedBigInteger('reminded_before')->nullable();
        });
    }
};
