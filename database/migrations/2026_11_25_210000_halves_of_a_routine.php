<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\Schema;

/** A routine that was cut is one for looking back: the later half says which one it continues (RELATED-TO of RFC 5545 3.8.4.5). */
return new class extends Migration
{
    public function up(): void
    {
        // Without a foreign key: the earlier half may be deleted, and come back by undo.
        Schema::table('entries', function (Blueprint $table): void {
            $table->string('continues_id', 26)->nullable()->index();
        });
    }

    public function down(): void
    {
        Schema::table('entries', fn (Blueprint $table) => $table->dropColumn('continues_id'));
    }
};
