<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * What is removed gives its room back to the disk, some pages at a time (https://www.sqlite.org/pragma.html#pragma_auto_vacuum); a mail
 * of the stand-in knows when it was shown.
 */
return new class extends Migration
{
    /** A database is written anew outside of transactions only. */
    public $withinTransaction = false;

    public function up(): void
    {
        if (! Schema::hasColumn('post_box', 'shown_at')) {
            Schema::table('post_box', fn (Blueprint $table) => $table->unsignedInteger('shown_at')->nullable());
        }
        DB::statement('pragma auto_vacuum = incremental');
        DB::statement('vacuum');
    }
};
