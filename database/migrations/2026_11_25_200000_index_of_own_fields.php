<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Few occurrences have anything of their own besides a tick: those few are found without reading all ticks. */
return new class extends Migration
{
    public function up(): void
    {
        DB::statement("create index changes_with_own_fields on changes (user_id) where fields <> '{}' and fields <> '[]'");
    }

    public function down(): void
    {
        DB::statement('drop index changes_with_own_fields');
    }
};
