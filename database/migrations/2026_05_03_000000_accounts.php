<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

return new class extends Migration
{
    public function up(): void
    {
        // Where somebody is signed in. Ending one ends what was signed in there at once.
        Schema::create('devices', function (Blueprint $table): void {
            $table->ulid('id')->primary();
            $table->foreignId('user_id')->constrained()->cascadeOnDelete();
            $table->string('name'); // browser and system, as they name themselves
            $table->string('token_hash')->nullable(); // SHA-256 of what a remembered one brings along
            $table->unsignedBigInteger('signed_in_at'); // Unix seconds
            $table->unsignedBigInteger('seen_at');
            $table->unsignedBigInteger('expires_at');
        });
        // Single-use links sent by mail, known by their SHA-256 only.
        Schema::create('account_links', function (Blueprint $table): void {
            $table->id();
            $table->string('kind'); // reset or invitation
            $table->foreignId('user_id')->constrained()->cascadeOnDelete(); // whose password, or who invites
            $table->string('email');
            $table->string('token_hash')->unique();
            $table->unsignedBigInteger('expires_at'); // Unix seconds
            $table->unsignedBigInteger('used_at')->nullable();
        });
    }

    public function down(): void
    {
        Schema::dropIfExists('account_links');
        Schema::dropIfExists('devices');
    }
};
