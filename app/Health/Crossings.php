<?php

declare(strict_types=1);

namespace App\Health;

use Illuminate\Support\Facades\DB;
use PlumRota\Core\Fields\Own;
use PlumRota\Core\Fields\Tables\Tables;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Fields\Types\Id;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Maybe;

/** Rows of one account that name a row of another. There must be none: whatever comes in is looked up within its account. */
final class Crossings
{
    /** What names rows besides the fields of what an account keeps: by table, the tables that its columns name. */
    private const BESIDES = [
        'feeds' => ['calendar_id' => 'calendars', 'area_id' => 'areas'],
        'deliveries' => ['entry_id' => 'entries'],
        'sent_objects' => ['entry_id' => 'entries'],
        'object_revisions' => ['calendar_id' => 'calendars', 'entry_id' => 'entries'],
        'refreshes' => ['calendar_id' => 'calendars'],
        'users' => ['default_calendar_id' => 'calendars'],
    ];

    /** @return list<string> a sentence for each kind that there is */
    public function find(): array
    {
        $found = [];
        foreach (Tables::all() as $table => $fields) {
            foreach ($fields as $name => $field) {
                [$of, $rows] = self::named($field->type, $table, $name);
                if ($of !== null) {
                    $found[] = self::crossing("{$table}.{$name}", $of, $rows);
                }
            }
        }
        $found[] = self::crossing(
            'templates.parts',
            'calendars',
            "(select t.user_id, json_extract(p.value, '$.fields.calendar_id') as named from templates t, json_each(t.parts) p)",
        );
        foreach (self::BESIDES as $table => $columns) {
            $owner = $table === 'users' ? 'id' : 'user_id';
            foreach ($columns as $name => $of) {
                $found[] = self::crossing(
                    "{$table}.{$name}",
                    $of,
                    "(select {$owner} as user_id, {$name} as named from {$table})",
                );
            }
        }

        return array_values(array_filter($found));
    }

    /** @return array{string|null, string} the table that a field names, and its values as rows of user_id and named */
    private static function named(Type $type, string $table, string $name): array
    {
        $inner = $type instanceof Maybe ? $type->of : $type;

        return match (true) {
            $inner instanceof Id => [$inner->of, "(select user_id, {$name} as named from {$table})"],
            $inner instanceof Listed && $inner->of instanceof Id => [
                $inner->of->of,
                "(select t.user_id, one.value as named from {$table} t, json_each(t.{$name}) one)",
            ],
            $inner instanceof Own => [
                'calendars',
                "(select user_id, json_extract({$name}, '$.calendar_id') as named from {$table} where {$name} like '%calendar_id%')",
            ],
            default => [null, ''],
        };
    }

    private static function crossing(string $what, string $of, string $rows): ?string
    {
        $number = DB::scalar(
            "select count(*) from {$rows} one join {$of} other on other.id = one.named where other.user_id <> one.user_id",
        );

        return $number === 0 ? null : (is_numeric($number) ? (int) $number : 0)." of {$what} name something of another account.";
    }
}
