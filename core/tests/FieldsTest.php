<?php

declare(strict_types=1);

use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Fields\Tables\Choice;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Fields\Tables\Tables;
use PlumRota\Core\Fields\Types\Date;
use PlumRota\Core\Fields\Types\Flag;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Moment;
use PlumRota\Core\Fields\Types\Whole;

/** What a kind of value may be at its limits and what it may not be just beyond them, as it is written in core/tests/fields/limits.txt. */
final class Limits
{
    private const ID = '01hzzzzzzzzzzzzzzzzzzzzzzz';

    /** @return array{list<mixed>, list<mixed>} taken, refused */
    public static function of(string $spec): array
    {
        [$kind, $rest] = [...explode(' ', $spec, 2), ''];
        $numbers = array_map(intval(...), explode(' ', $rest));

        return match ($kind) {
            'maybe' => [[null, ...self::of($rest)[0]], array_filter(self::of($rest)[1], fn (mixed $one): bool => $one !== null && $one !== '')],
            'whole' => [[$numbers[0], $numbers[1]], [$numbers[0] - 1, $numbers[1] + 1, 1.5, '1', null]],
            'amount' => [[0, 0.5, $numbers[0]], [-1, $numbers[0] + 1, '1', null]],
            'flag' => [[true, false, 1, 0], [2, 'true', null, '1']],
            'one' => [explode(' ', substr($rest, 3)), ['nothing of it', '', null, 1]],
            'id' => [[self::ID], ['01hz', self::ID.'z', '', null, strtoupper(self::ID)]],
            'date' => [['2026-11-25', '1900-01-01', '2200-12-31'], ['2026-11-31', '1899-12-31', '2201-01-01', '', null, '2026-11-25T08:00:00']],
            'moment' => [['2026-11-25', '2026-11-25T08:00:00'], ['2026-11-25T24:00:00', '2201-01-01', '', null, 20_261_125]],
            'zoneName' => [['Europe/Berlin', 'UTC'], ['Berlin', '', null]],
            'weekOrMonth' => [['2026-W53', '2027-01'], ['2025-W53', '2027-13', '', null]],
            'ruleText' => [['FREQ=DAILY'], ['DAILY', '', null, 'FREQ=DAILY;X='.str_repeat('x', 4000)]],
            'reminderText' => [['-PT15M', '-PT15M;mail,phone'], ['-PT15M;smoke', '', null, '-PT15M;'.str_repeat('mail,', 20).'mail']],
            'text' => self::text($numbers[0], $rest),
            'list' => self::listed($rest),
            'shape' => self::shape($rest),
            'templated' => [[['title' => 'Vent check', 'travel' => 15]], [null, 1, 'x', ['travel' => -1]]],
            default => [[], [null, 1, 'x']],
        };
    }

    /** @return array{list<mixed>, list<mixed>} */
    private static function text(int $most, string $rest): array
    {
        // One with a pattern of its own is tried where the pattern is tried.
        $isPlain = ! str_contains($rest, 'pattern');

        return [
            $isPlain ? [str_repeat('ß', $most), 'x', ...str_contains($rest, 'needed') ? [] : ['']] : [],
            [str_repeat('x', $most + 1), null, 1, "\x07", "\xff", ...str_contains($rest, 'needed') ? ['', '  '] : []],
        ];
    }

    /** @return array{list<mixed>, list<mixed>} */
    private static function listed(string $rest): array
    {
        preg_match('/^(\d+) (\d+)( set)? of (.*)$/D', $rest, $found);
        [, $least, $most, $isSet, $of] = $found;
        [$taken, $refused] = self::of($of);
        if ($taken === []) {
            return [[], [null]];
        }
        $many = fn (int $number): array => array_fill(0, $number, $taken[0]);

        return [
            $isSet === '' ? [$many((int) $least), $many((int) $most)] : [[1], [1, 2, 3]],
            [$many((int) $most + 1), ...$least > 0 ? [$many((int) $least - 1)] : [], null, 'x', ['a' => $taken[0]], ...array_map(fn (mixed $one): array => [$one, ...$many(max(0, (int) $least - 1))], $refused)],
        ];
    }

    /** @return array{list<mixed>, list<mixed>} */
    private static function shape(string $rest): array
    {
        $parts = [];
        foreach (preg_split('/, (?=\w+: )/', $rest) ?: [] as $part) {
            [$name, $spec] = explode(': ', $part, 2);
            $parts[$name] = self::of($spec);
        }
        // What goes together as it has to: the later of two is the largest.
        $whole = array_map(fn (array $one): mixed => $one[0] === [] ? '01-15' : $one[0][0], $parts);
        foreach (['to', 'sleeps'] as $later) {
            if (isset($parts[$later][0][1])) {
                $whole[$later] = $parts[$later][0][1];
            }
        }
        $refused = [null, 'x'];
        foreach ($parts as $name => [, $bad]) {
            foreach ($bad as $one) {
                $refused[] = [...$whole, $name => $one];
            }
        }

        return [[$whole, (object) $whole], $refused];
    }
}

/** @return array<string, array{string, mixed}> by table and name: what it may be, and what it is without being told */
function limits(): array
{
    $all = [];
    foreach (array_slice(file(__DIR__.'/fields/limits.txt', FILE_IGNORE_NEW_LINES) ?: [], 1) as $line) {
        [$name, $spec, $default] = explode(' | ', $line);
        $all[$name] = [$spec, json_decode($default, true)];
    }

    return $all;
}

function field(string $name): Field
{
    [$table, $column] = explode('.', $name);

    return Tables::of($table)[$column];
}

test('every field is written down, and no other', function () {
    $all = [];
    foreach (['users', ...array_keys(Tables::all())] as $table) {
        foreach (array_keys(Tables::of($table)) as $name) {
            $all[] = "{$table}.{$name}";
        }
    }
    expect($all)->toBe(array_keys(limits()));
});

test('a field takes what lies at its limits and refuses what lies beyond', function () {
    $tried = 0;
    foreach (limits() as $name => [$spec, $default]) {
        [$taken, $refused] = Limits::of($spec);
        foreach ($taken as $one) {
            expect(field($name)->allows($one))->toBeTrue("{$name} ({$spec}) takes ".mb_substr(json_encode($one), 0, 60));
        }
        foreach ($refused as $one) {
            expect(field($name)->allows($one))->toBeFalse("{$name} ({$spec}) refuses ".mb_substr((string) json_encode($one, JSON_INVALID_UTF8_SUBSTITUTE), 0, 60));
            expect(fn () => field($name)->read($one))->toThrow(NotAllowed::class);
        }
        $tried += count($taken) + count($refused);
        expect(field($name)->default)->toBe($default, $name)->and(field($name)->isOptional())->toBe(str_starts_with($spec, 'maybe'), $name);
    }
    expect($tried)->toBeGreaterThan(1000);
});

/** Patterns, each by what it is for. */
test('what has a form of its own is held to it', function (string $name, array $taken, array $refused) {
    foreach ($taken as $one) {
        expect(field($name)->allows($one))->toBeTrue("{$name} takes ".json_encode($one));
    }
    foreach ($refused as $one) {
        expect(field($name)->allows($one))->toBeFalse("{$name} refuses ".json_encode($one));
    }
})->with([
    ['entries.link', ['', 'https://nursery.example.test/list', 'HTTP://x'], ['ftp://x', 'javascript:alert(1)', 'https://', 'https://a b', "https://x\n"]],
    ['entries.seasons', [[['from' => '04-01', 'to' => '10-31']], [['from' => '02-29', 'to' => '01-01']]], [[['from' => '4-1', 'to' => '10-31']], [['from' => '13-01', 'to' => '10-31']], [['from' => '04-32', 'to' => '10-31']], [['from' => '04-00', 'to' => '10-31']]]],
    ['entries.resource_name', ['a.ics', null], ['a/b', '/']],
    ['entries.own_hours', [[['days' => [5, 1, 5], 'from' => 540, 'to' => 541]]], [[['days' => [1], 'from' => 540, 'to' => 540]], [['days' => [], 'from' => 0, 'to' => 1]]]],
    ['calendars.follows', ['https://x/a.ics', 'webcal://x/a', 'webcals://x', null], ['ftp://x', 'x', 'https://a b']],
    ['overrides.recurrence_id', ['once', '2026-11-25', '2026-11-25T07:15:00'], ['twice', '2026-11-25T07:15', '2026-11-25 07:15:00', '', 'once '."\n"]],
    ['attachments.name', ['plan.pdf'], ['a/b.pdf', 'a\\b.pdf', '']],
    ['users.holidays', ['DE', 'DE-BY,FR', null], ['de', 'DE,', 'DEU', implode(',', array_fill(0, 11, 'DE'))]],
    ['users.week', [array_fill(0, 7, ['minutes' => 480, 'wakes' => 360, 'sleeps' => 361, 'theme' => ''])], [array_fill(0, 7, ['minutes' => 480, 'wakes' => 360, 'sleeps' => 360, 'theme' => ''])]],
    ['filters.choice', [[], ['labels' => ['potting'], 'areas' => null], (object) ['kinds' => ['task']]], [['wishes' => ['x']], 'x', ['labels' => 'potting'], [0 => ['x']]]],
]);

/** Each list is that of one use; what a new field is used for is decided here as well. */
test('what is sent, kept in templates, counted, a place, and told in files', function () {
    $names = fn (string $property): string => implode(' ', array_keys(array_filter(EntryFields::all(), fn (Field $one): bool => ! $one->{$property})));
    expect($names('isSent'))
        ->toBe('length leads_to lead_count lead_unit lead_shift lead_at own_reminders uid resource_name foreign_lines continues_id template_id template_part position version')
        ->and($names('isOfFile'))
        ->toBe('calendar_id after_id leads_to uid resource_name continues_id template_id template_part position version')
        ->and(implode(' ', EntryFields::templated()))
        ->toBe('title calendar_id kind notes place link colour labels missed importance effort estimate checklist measure aim shortest_piece own_hours reminders own_reminders always_through busy tentative private protected travel margin margin_before travel_back')
        ->and($names('counts'))
        ->toBe('title notes place link colour end_zone overlaps due checklist not_before around waiting_for ask_again opens_round measure aim shortest_piece own_hours after_id lead_at reminders own_reminders always_through tentative private protected uid resource_name foreign_lines continues_id template_id template_part position version')
        ->and(implode(' ', array_keys(array_filter(EntryFields::all(), fn (Field $one): bool => $one->isPlace))))
        ->toBe('all_day start length zone rule after_done extra_dates except_dates')
        ->and(count(EntryFields::sent()) + 15)
        ->toBe(count(EntryFields::all()));
});

test('a value is kept tidy, and a refusal names its field in a sentence', function () {
    expect(field('entries.title')->read("  Feed \n the  citrus "))
        ->toBe('Feed the citrus')
        ->and(field('entries.notes')->read("a\n b "))
        ->toBe("a\n b ")
        ->and(field('entries.notes')->read(" \n"))
        ->toBe('')
        ->and(field('entries.colour')->read(null))
        ->toBeNull()
        ->and(field('entries.measure')->read(''))
        ->toBeNull()
        ->and(field('entries.own_hours')->read([['days' => [5, 1, 5], 'from' => 0, 'to' => 9]])[0]['days'])
        ->toBe([1, 5])
        ->and(field('overrides.measured')->read(3))
        ->toBe(3.0)
        ->and(fn () => field('entries.aim')->read(51))
        ->toThrow(NotAllowed::class, 'An aim lies between 1 and 50 times a week.')
        ->and(fn () => field('entries.busy')->read('x'))
        ->toThrow(NotAllowed::class, 'Takes my time: It is yes or no.')
        ->and(fn () => field('overrides.put_off')->read(-1))
        ->toThrow(NotAllowed::class, 'Put off: It is a whole number between 0 and 60000.')
        ->and([field('entries.labels')->isJson(), field('entries.title')->isJson(), field('entries.busy')->isFlag(), field('overrides.all_day')->isFlag(), field('entries.title')->isFlag()])
        ->toBe([true, false, true, true, false])
        ->and([field('entries.labels')->emptyJson(), field('overrides.fields')->emptyJson(), field('overrides.foreign_lines')->emptyJson()])
        ->toBe(['[]', '{}', '[]']);
});

test('of a list what can be is left, as many as there is room for', function () {
    $list = new Listed(new Whole(1, 9), 3, 2);
    expect([$list->sound([1, 0, 2, 'x', 3, 4]), $list->sound([1, 2]), $list->sound([0, 1]), $list->sound([])])
        ->toBe([[1, 2, 3], [1, 2], null, null])
        ->and(fn () => (new Flag())->read([]))
        ->toThrow(NotAllowed::class)
        ->and((new Date())->read('2026-02-28'))
        ->toBe('2026-02-28')
        ->and((new Moment())->read('2026-02-28T07:05:00'))
        ->toBe('2026-02-28T07:05:00')
        ->and([Choice::MOST, Choice::LONGEST, count(Choice::PARTS)])
        ->toBe([100, 60, 9]);
});
