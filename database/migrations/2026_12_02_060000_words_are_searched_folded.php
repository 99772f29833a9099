<?php

declare(strict_types=1);

use Illuminate\Database\Migrations\Migration;
use Illuminate\Support\Facades\DB;

/**
 * Words to search are kept folded, with links and lines of the journal among them, and by their stems besides. They are made anew from the
 * rows by whoever brings a database here (`Upgrade\Upgrade`), else by `data:rebuild`.
 */
return new class extends Migration
{
    private const UNICODE = "unicode61 remove_diacritics 2 categories 'L* M* N* Co'";

    public function up(): void
    {
        $tokenize = fn (string $how): string => 'tokenize = "'.$how.'"';
        DB::statement('drop table searched');
        DB::statement('delete from searched_rows');
        DB::statement(
            'create virtual table searched using fts5(entry_id unindexed, override_id unindexed, account, title, place, link, steps, notes, labels, '.
                $tokenize(self::UNICODE).", prefix = '2 3')",
        );
        DB::statement('create virtual table searched_endings using fts5(account, words, '.$tokenize('porter '.self::UNICODE).", prefix = '2 3')");
    }
};
