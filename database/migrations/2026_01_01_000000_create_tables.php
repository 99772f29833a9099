<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::create('users', function (Blueprint $table): void {
            $table->id();
            $table->string('name');
            $table->string('email')->unique();
            $table->string('password');
            $table->rememberToken();
            $table->string('zone');
            $table->unsignedTinyInteger('first_weekday')->default(1); // ISO 8601
            $table->string('clock')->default('24'); // 24 or 12
            $table->json('week'); // seven of {minutes, wakes, sleeps, theme}, Monday first
            $table->ulid('default_calendar_id')->nullable();
            $table->unsignedInteger('revision')->default(0);
            $table->unsignedBigInteger('reminded_until')->nullable(); // Unix seconds
            $table->unsignedBigInteger('reminded_before')->nullable(); // what that was one look earlier
            $table->timestamps();
        });

        Schema::create('areas', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name');
            $table->string('colour');
            $table->unsignedInteger('intended_minutes')->nullable(); // a week
            $table->unsignedInteger('position')->default(0);
            $table->boolean('hidden')->default(false);
            $table->timestamps();
        });

        Schema::create('calendars', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignUlid('area_id')->constrained();
            $table->string('name');
            $table->string('colour')->nullable(); // null: the area's
            $table->unsignedInteger('position')->default(0);
            $table->boolean('hidden')->default(false);
            $table->string('missed')->default('hold');
            $table->boolean('busy')->default(true);
            $table->json('reminders');
            $table->timestamps();
        });

        Schema::create('entries', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignUlid('calendar_id')->constrained();
            $table->string('kind'); // task or event
            $table->string('title');
            $table->text('notes')->default('');
            $table->boolean('all_day')->default(true);
            $table->string('start')->nullable(); // wall time: a date, or a date and time; null in the basket
            $table->unsignedInteger('length')->default(1); // days when all-day, else minutes
            $table->string('zone')->nullable(); // null: all-day or floating
            $table->string('rule')->nullable(); // RRULE
            $table->boolean('after_done')->default(false);
            $table->json('extra_dates'); // RDATE
            $table->json('except_dates'); // EXDATE
            $table->string('due')->nullable(); // of the first occurrence, a date or a date and time
            $table->string('missed')->default('hold');
            $table->json('reminders');
            $table->string('importance')->nullable();
            $table->string('effort')->nullable();
            $table->unsignedInteger('estimate')->nullable(); // minutes
            $table->boolean('busy')->default(true);
            $table->boolean('private')->default(false);
            $table->boolean('protected')->default(false);
            $table->unsignedInteger('travel')->default(0); // minutes
            $table->string('place')->default('');
            $table->string('link')->default('');
            $table->json('checklist');
            $table->integer('position')->default(0);
            $table->string('first_day')->nullable(); // no occurrence lies before this day, in any zone
            $table->string('last_day')->nullable(); // nor after this one; null: endless
            $table->unsignedInteger('version')->default(1);
            $table->timestamps();
            $table->index(['user_id', 'first_day', 'last_day']);
        });

        Schema::create('changes', function (Blueprint $table): void {
            $table->id();
            $table->foreignUlid('entry_id')->constrained()->cascadeOnDelete();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('recurrence_id');
            $table->string('day')->nullable(); // of the recurrence id
            $table->boolean('skipped')->default(false);
            $table->boolean('all_day')->nullable();
            $table->string('start')->nullable(); // where it stands instead
            $table->unsignedInteger('length')->nullable();
            $table->string('zone')->nullable();
            $table->string('moved_from')->nullable(); // first and last day of that, widened for zones
            $table->string('moved_to')->nullable();
            $table->json('fields'); // title, notes… of this one alone
            $table->unsignedBigInteger('done_at')->nullable(); // Unix seconds
            $table->timestamps();
            $table->unique(['entry_id', 'recurrence_id']);
            $table->index(['user_id', 'moved_from', 'moved_to']);
            $table->index(['entry_id', 'day']);
        });

        Schema::create('history', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('label');
            $table->json('rows'); // list of {table, id, before, after}
            $table->unsignedInteger('revision');
            $table->boolean('undone')->default(false);
            $table->timestamp('created_at');
            $table->index(['user_id', 'undone', 'id']);
        });

        Schema::create('answers', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('key'); // the idempotency key the page sent
            $table->string('fingerprint');
            $table->unsignedSmallInteger('status')->nullable();
            $table->text('body')->nullable();
            $table->timestamp('created_at');
            $table->unique(['user_id', 'key']);
        });

        Schema::create('deliveries', function (Blueprint $table): void {
            $table->id();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->foreignUlid('entry_id')->constrained()->cascadeOnDelete();
            $table->string('recurrence_id');
            $table->string('trigger');
            $table->unsignedBigInteger('moment'); // Unix seconds
            $table->unsignedBigInteger('starts_at');
            $table->unsignedBigInteger('claimed_at')->nullable(); // shown by one page, and by no other
            $table->unsignedBigInteger('answered_at')->nullable();
            $table->unique(['entry_id', 'recurrence_id', 'trigger', 'moment']);
            $table->index(['user_id', 'answered_at']);
        });

        Schema::create('jobs', function (Blueprint $table): void {
            $table->id();
            $table->string('queue')->index();
            $table->longText('payload');
            $table->unsignedTinyInteger('attempts');
            $table->unsignedInteger('reserved_at')->nullable();
            $table->unsignedInteger('available_at');
            $table->unsignedInteger('created_at');
        });
    }

    public function down(): void
    {
        foreach (['jobs', 'deliveries', 'answers', 'history', 'changes', 'entries', 'calendars', 'areas', 'users'] as $table) {
            Schema::dropIfExists($table);
        }
    }
};
