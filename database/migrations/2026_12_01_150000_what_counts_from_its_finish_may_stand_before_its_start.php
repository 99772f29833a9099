<?php

declare(strict_types=1);

use App\Journal\Journal;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/** Done before its start, the next one of such a routine lies before it: no day narrows where it is looked for. */
return new class extends Migration
{
    public function up(): void
    {
        app(Journal::class)->unrecorded(
            fn () => DB::table('entries')->where('after_done', true)->whereNotNull('start')->update(['first_day' => '1900-01-01']),
        );
    }
};
