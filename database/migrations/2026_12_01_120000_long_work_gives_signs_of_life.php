<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** Whoever writes or brings back an archive says every few seconds that he is at it; an account can be held for the moment of an exchange. */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('archives', fn (Blueprint $table) => $table->unsignedInteger('alive_at')->nullable());
        Schema::table('users', fn (Blueprint $table) => $table->unsignedInteger('held_until')->default(0));
    }
};
