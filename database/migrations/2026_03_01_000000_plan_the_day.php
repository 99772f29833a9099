<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        Schema::table('users', function (Blueprint $table): void {
            $table->unsignedSmallInteger('stint_minutes')->default(25);
            $table->unsignedSmallInteger('must_limit')->default(2);
            $table->unsignedSmallInteger('other_limit')->default(8);
            $table->json('closing_questions')->default('["What went well?","What could be better?","A good moment","What for tomorrow?"]');
        });
        Schema::table('entries', function (Blueprint $table): void {
            $table->string('not_before')->nullable(); // a date
            $table->string('around')->nullable(); // a week of ISO 8601: 2026-W14
            $table->string('waiting_for')->default('');
            $table->string('ask_again')->nullable(); // a date
            $table->index(['user_id', 'missed']);
            $table->index(['user_id', 'due']);
        });
        Schema::table('changes', function (Blueprint $table): void {
            $table->unsignedBigInteger('let_go_at')->nullable(); // Unix seconds
            $table->unsignedSmallInteger('put_off')->default(0); // how often it was sent on to another day
            $table->index(['user_id', 'done_at']);
        });
        Schema::create('day_hours', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('date');
            $table->unsignedSmallInteger('minutes'); // what this day has to give, instead of its weekday's
            $table->timestamps();
            $table->unique(['user_id', 'date']);
        });
        Schema::create('timings', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('entry_id')->index(); // without a foreign key: it outlives a deletion that may be taken back
            $table->string('recurrence_id');
            $table->unsignedBigInteger('started_at'); // Unix seconds
            $table->unsignedBigInteger('ended_at')->nullable();
            $table->unsignedSmallInteger('planned')->nullable(); // minutes
            $table->timestamps();
            $table->index(['user_id', 'ended_at']);
        });
        Schema::create('closings', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('date'); // the day that is closed
            $table->json('decisions'); // list of {key, title, decision, to}
            $table->json('answers'); // list of {question, answer}
            $table->unsignedBigInteger('closed_at')->nullable(); // Unix seconds
            $table->timestamps();
            $table->unique(['user_id', 'date']);
        });
    }

    public function down(): void
    {
        foreach (['closings', 'timings', 'day_hours'] as $table) {
            Schema::dropIfExists($table);
        }
        Schema::table('changes', function (Blueprint $table): void {
            $table->dropIndex(['user_id', 'done_at']);
            $table->dropColumn(['let_go_at', 'put_off']);
        });
        Schema::table('entries', function (Blueprint $table): void {
            $table->dropIndex(['user_id', 'missed']);
            $table->dropIndex(['user_id', 'due']);
            $table->dropColumn(['not_before', 'around', 'waiting_for', 'ask_again']);
        });
        Schema::table('users', fn (Blueprint $table) => $table->dropColumn(['stint_minutes', 'must_limit', 'other_limit', 'closing_questions']));
    }
};
