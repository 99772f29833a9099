<?php

declare(strict_types=1);

use App\Journal\Journal;
use Illuminate\Database\Migrations\Migration;
use Illuminate\Database\Schema\Blueprint;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;

/**
 * How somebody writes dates and numbers is a setting of its own. Who keeps the holidays of the United States had dates in figures read
 * with the month first, and goes on so.
 */
return new class extends Migration
{
    public function up(): void
    {
        Schema::table('users', function (Blueprint $table): void {
            $table->string('date_order')->default('day'); // day, month or year
            $table->string('decimal_mark')->default('point'); // point or comma
            $table->string('week_numbers')->default('iso'); // iso or january
        });
        app(Journal::class)->unrecorded(fn () => DB::table('users')->where('holidays', 'US')->update(['date_order' => 'month']));
    }
};
