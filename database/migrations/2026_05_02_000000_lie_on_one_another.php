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
        Schema::table('entries', fn (Blueprint $table) => $table->boolean('overlaps')->default(false)); // its occurrences may lie on one another
        DB::table('entries')->whereNotNull('rule')->update(['overlaps' => true]); // what stands already stays as it is
    }

    public function down(): void
    {
        Schema::table('entries', fn (Blueprint $table) => $table->dropColumn('overlaps'));
    }
};
