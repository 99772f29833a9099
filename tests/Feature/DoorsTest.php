<?php

declare(strict_types=1);

use App\Accounts\DevicePasswords;
use App\Actions\Accounts\OpenAccount;
use App\Actions\Archives\RestoreArchive;
use App\Actions\Archives\WriteArchive;
use App\Interchange\CalendarWriter;
use App\Interchange\EntryWriter;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use Carbon\CarbonImmutable;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Storage;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Fields\Type;
use PlumRota\Core\Fields\Types\Date;
use PlumRota\Core\Fields\Types\Flag;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Maybe;
use PlumRota\Core\Fields\Types\Moment;
use PlumRota\Core\Fields\Types\OneOf;
use PlumRota\Core\Fields\Types\ReminderText;
use PlumRota\Core\Fields\Types\Shape;
use PlumRota\Core\Fields\Types\Text;
use PlumRota\Core\Fields\Types\WeekOrMonth;
use PlumRota\Core\Fields\Types\Whole;
use PlumRota\Core\Fields\Types\ZoneName;

/*
 * The same value by every door: page, template, file, client of CalDAV, table, archive. Where the page takes it, every door keeps
 * what the page keeps; where the page refuses it, no door keeps it, and each says so. `DOORS` is how many values there are (a
 * night's run has 3,000).
 */

/** Fields that decide where an entry stands are left out: what one of them may be depends on the others. */
const STANDING = [
    'start',
    'all_day',
    'length',
    'zone',
    'end_zone',
    'rule',
    'after_done',
    'extra_dates',
    'except_dates',
    'overlaps',
    'kind',
];

const OF_ROUTINES = ['off_day', 'seasons', 'pauses', 'aim', 'missed'];

function some(array $of): mixed
{
    return $of[mt_rand(0, count($of) - 1)];
}

/** Letters of one, two, three and four bytes, and signs that mean something in one file or another. */
function words(int $length): string
{
    $text = '';
    for ($i = 0; $i < $length; $i++) {
        $text .= some(['a', 'e', 'n', 'R', '7', ' ', 'ä', '€', '🌱', ',', ';', ':', '"', '\\', '=', '%', "'", '<']);
    }

    return $length === 0 ? '' : 'w'.mb_substr($text, 1, max(0, $length - 2)).($length > 1 ? 'z' : '');
}

/** A value of that kind, at its limits, within or beyond them. */
function valueOf(Type $type): mixed
{
    return match (true) {
        $type instanceof Maybe => mt_rand(0, 3) === 0 ? null : valueOf($type->of),
        $type instanceof Whole => some(
            [$type->least - 1, $type->least, mt_rand($type->least, $type->most), $type->most, $type->most + 1],
        ),
        $type instanceof Text && $type->pattern !== null => some(
            [
                '',
                'https://example.test/'.words(5),
                'https://example.test/way',
                'HTTP://example.test',
                'ftp://example.test',
                'javascript:alert(1)',
                '12-24',
                '02-30',
                '13-01',
                '1-1',
                str_repeat('x', $type->most + 1),
            ],
        ),
        $type instanceof Text => some(
            [words($type->most), words($type->most + 1), words(mt_rand(1, 12)), '', ' ', "line\nline", "a\tb", "bell\x07"],
        ),
        $type instanceof Flag => some([true, false]),
        $type instanceof OneOf => some([...$type->words, ...$type->words, 'plum', strtoupper($type->words[0])]),
        $type instanceof Listed => array_map(
            fn (): mixed => valueOf($type->of),
            array_fill(0, some([0, 1, 1, 2, $type->most, $type->most + 1]), 0),
        ),
        $type instanceof Shape => array_map(valueOf(...), $type->parts),
        $type instanceof Date => some(
            ['2026-12-24', '2027-02-28', '2027-02-29', '2026-13-01', '0000-01-01', '9999-12-31', 'soon'],
        ),
        $type instanceof Moment => some(
            ['2026-12-24', '2026-12-24T18:30:00', '2027-02-29', '2026-12-24T25:00:00', '9999-12-31', 'soon'],
        ),
        $type instanceof WeekOrMonth => some(['2026-W53', '2027-W01', '2027-W53', '2026-50', '2027-03', '2026-12', '2027-13', '2027-3']),
        $type instanceof ReminderText => some(
            ['-PT15M', '-PT0M;phone', '-P1D', 'PT15M', '-P9Y', 'soon', '-PT15M;owl', '09:00', '-PT1H;mail'],
        ),
        $type instanceof ZoneName => some(['Europe/Berlin', 'Asia/Kathmandu', 'Nowhere/Else']),
        default => throw new LogicException($type::class.' has no values.'),
    };
}

/** One that differs from what an entry is anyway, twice as often as not. */
function generated(Field $field): mixed
{
    $value = valueOf($field->type);
    if (is_array($value) && $field->name === 'labels') {
        $value = array_values(array_unique(array_map(fn (string $one): string => trim($one) === '' ? 'x' : $one, $value)));
    }

    return $value;
}

/** @return array<string, mixed> as the page sends it */
function sentWith(string $title, string $name, mixed $value): array
{
    return [
        'title' => $title,
        'kind' => 'task',
        'all_day' => false,
        'start' => '2026-12-03T09:00:00',
        'end' => '2026-12-03T10:00:00',
        'rule' => in_array($name, OF_ROUTINES, true) ? 'FREQ=WEEKLY;BYDAY=TH;COUNT=20' : null,
        'over_protected' => true,
        $name => $value,
    ];
}

/** @return array<string, mixed> columns, as a row says it */
function columnsWith(string $title, string $name, mixed $value): array
{
    return [
        'title' => $title,
        'kind' => 'task',
        'all_day' => false,
        'start' => '2026-12-03T09:00:00',
        'length' => 60,
        'zone' => 'Europe/Berlin',
        'rule' => in_array($name, OF_ROUTINES, true) ? 'FREQ=WEEKLY;COUNT=20;BYDAY=TH' : null,
        'own_reminders' => $name === 'reminders',
        $name => $value,
    ];
}

/** @return string|null iCalendar of entries as another program of ours would have written them; null where one cannot be written */
function fileWith(object $test, array $rows): ?string
{
    $user = User::query()->orderBy('id')->firstOrFail();
    $now = CarbonImmutable::now();
    $writer = new CalendarWriter(new EntryWriter($user->timeZone(), app(DaysOff::class)->marks($user), $now), $now);
    $entries = [];
    foreach ($rows as $uid => $columns) {
        $entry = new Entry();
        $entry->setRelation('calendar', $test->calendar());
        foreach (['overrides', 'leadUps'] as $relation) {
            $entry->setRelation($relation, collect());
        }
        foreach (['continued', 'anchor', 'preceding'] as $relation) {
            $entry->setRelation($relation, null);
        }
        $entry->forceFill(
            [
                'id' => strtolower((string) Str::ulid()),
                'user_id' => $user->id,
                'calendar_id' => $test->calendar()->id,
                'uid' => $uid,
                'created_at' => $now,
                'updated_at' => $now,
                ...$columns,
            ],
        );
        $entries[] = $entry;
    }
    try {
        return implode('', iterator_to_array($writer->pieces('Plum Rota', null, $entries), false));
    } catch (Throwable) {
        return null;
    }
}

/** What is kept of a field, as one text; null where there is no such entry. */
function keptIn(?Entry $entry, string $name): ?string
{
    return $entry === null ? null : json_encode($entry->getAttribute($name), JSON_UNESCAPED_UNICODE);
}

beforeEach(function () {
    Storage::fake('local');
    $this->user->refresh();
});

test('a value that one door takes is the same by every door, and one that it refuses is refused by every door', function () {
    mt_srand((int) (getenv('DOORS_SEED') ?: 28));
    $fields = array_values(array_filter(
        EntryFields::sent(),
        fn (Field $field): bool => $field->isOfFile && ! in_array($field->name, STANDING, true),
    ));
    [, $device] = app(DevicePasswords::class)->make($this->user, 'Desk');
    $wrong = $cases = [];
    $taken = $refused = 0;
    for ($n = 0, $most = (int) (getenv('DOORS') ?: 90); $n < $most; $n++) {
        $field = $fields[$n % count($fields)];
        $value = generated($field);
        $title = $field->name === 'title' ? $value : "Case {$n}";
        $this->actingAs($this->user);
        $sent = $this->postJson(
            '/api/entries',
            [...sentWith($title, $field->name, $value), 'calendar_id' => $this->calendar()->id],
            ['Origin' => 'http://localhost'],
        );
        expect($sent->status())->toBeIn([201, 422]);
        $page = $sent->status() === 201 ? Entry::query()->findOrFail($sent->json('id')) : null;
        $page === null ? $refused++ : $taken++;
        $asStamped = fn (?string $kept): ?string => $kept === null ? null : str_replace('"done":true', '"done":false', $kept); // steps begin anew
        $cases[$n] = [$field->name, $title, $value, keptIn($page, $field->name), $sent->json('message')];
        $says = fn (string $door, ?string $is): string => "{$door}, {$field->name} = ".mb_substr(
            (string) json_encode($value, JSON_UNESCAPED_UNICODE),
            0,
            160,
        ).
            ': '.mb_substr($is ?? 'not there', 0, 160).', by the page '.mb_substr(
                keptIn($page, $field->name) ?? "refused ({$sent->json('message')})",
                0,
                160,
            );
        // A template keeps what its entry has.
        if ($page !== null && $field->isTemplated) {
            $template = $this->api(
                'POST',
                'templates',
                ['kind' => 'entry', 'name' => "Template {$n}", 'items' => [['entry_id' => $page->id, 'recurrence_id' => null]]],
            )->json();
            $made = $this->api('POST', "templates/{$template['id']}/stamp", ['dates' => ['2026-12-09']]);
            $stamped = Entry::query()->where('template_id', $template['id'])->first();
            if ($made->status() >= 300 || keptIn($stamped, $field->name) !== $asStamped(keptIn($page, $field->name))) {
                $wrong[] = $says('template', keptIn($stamped, $field->name));
            }
        }
        // A client of CalDAV.
        $text = fileWith($this, ["dav-{$n}@example" => columnsWith($title, $field->name, $value)]);
        if ($text !== null) {
            app('auth')->forgetGuards();
            app()->forgetScopedInstances();
            $put = $this->call('PUT', "/dav/{$this->user->id}/calendars/{$this->calendar()->id}/dav-{$n}.ics", [], [], [], [
                'PHP_AUTH_USER' => 'steward@example.test', 'PHP_AUTH_PW' => $device, 'CONTENT_TYPE' => 'text/calendar',
            ], $text);
            expect($put->status())->toBeIn([201, 403], $says('CalDAV', $put->getContent()));
            $kept = Entry::query()->where('uid', "dav-{$n}@example")->first();
            $is = keptIn($kept, $field->name);
            // What of it cannot be kept is not kept, and then the client is not told that all is as it sent it.
            $isFaithful = $page === null
                ? $kept === null || ($field->allows($kept->getAttribute($field->name)) && ! $put->headers->has('ETag'))
                : $is === keptIn($page, $field->name);
            if (! $isFaithful) {
                $wrong[] = $says('CalDAV', $is);
            }
        }
    }
    $compared = fn (string $door, int $n, ?Entry $kept): ?string => match (true) {
        $cases[$n][3] !== null => keptIn($kept, $cases[$n][0]) === $cases[$n][3] ? null : 'is another',
        $kept === null => null,
        default => EntryFields::all()[$cases[$n][0]]->allows($kept->getAttribute($cases[$n][0])) ? null : 'kept what the page refuses',
    };
    $told = fn (string $door, int $n, ?Entry $kept, string $how): string => "{$door} {$how}, {$cases[$n][0]} = ".
        mb_substr(
            (string) json_encode($cases[$n][2], JSON_UNESCAPED_UNICODE),
            0,
            160,
        ).': '.mb_substr(keptIn($kept, $cases[$n][0]) ?? 'not there', 0, 160).
        ', by the page '.mb_substr($cases[$n][3] ?? "refused ({$cases[$n][4]})", 0, 160);
    // A file, and an archive, each with all of them.
    foreach (array_chunk(array_keys($cases), 150) as $some) {
        $parts = [];
        foreach ($some as $n) {
            [$name, $title, $value] = $cases[$n];
            $one = fileWith($this, ["file-{$n}@example" => columnsWith($title, $name, $value)]);
            if ($one !== null && preg_match('/BEGIN:VTODO.*END:VTODO\r\n/s', $one, $found) === 1) {
                $parts[] = $found[0];
            }
        }
        $file = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Example//EN\r\n".implode('', $parts)."END:VCALENDAR\r\n";
        $import = $this->api(
            'POST',
            'imports',
            ['file' => UploadedFile::fake()->createWithContent('a.ics', $file)],
        )->assertStatus(201)->json();
        while ($import['fault'] === null && $import['read'] < $import['total']) {
            $import = $this->api('POST', "imports/{$import['id']}/read")->assertOk()->json();
        }
        expect($import['fault'])->toBeNull();
        $this->api(
            'POST',
            "imports/{$import['id']}/take",
            ['targets' => [['calendar_id' => $this->calendar()->id]], 'known' => 'all'],
        )->assertOk();
        foreach ($some as $n) {
            $kept = Entry::query()->where('uid', "file-{$n}@example")->first();
            $how = fileWith(
                $this,
                ["file-{$n}@example" => columnsWith($cases[$n][1], $cases[$n][0], $cases[$n][2])],
            ) === null ? null : $compared('file', $n, $kept);
            if ($how !== null) {
                $wrong[] = $told('file', $n, $kept, $how);
            }
        }
    }
    // An archive with all of them, brought into another account.
    $archive = app(WriteArchive::class)->ask($this->user, 'own');
    app(WriteArchive::class)->write($archive);
    $path = tempnam(sys_get_temp_dir(), 'doors');
    copy($archive->path(), $path);
    $zip = new ZipArchive();
    $zip->open($path);
    $base = json_decode(explode("\n", (string) $zip->getFromName('rows/entries.jsonl'))[0], true);
    $lines = [];
    foreach ($cases as $n => [$name, $title, $value]) {
        $row = [
            ...array_map(fn (Field $field): mixed => $field->default, EntryFields::all()),
            ...columnsWith($title, $name, $value),
        ];
        $lines[] = json_encode(
            [
                'id' => strtolower((string) Str::ulid()),
                ...$row,
                'calendar_id' => $base['calendar_id'],
                'uid' => "archive-{$n}@example",
            ],
        );
    }
    $zip->addFromString('rows/entries.jsonl', implode("\n", $lines)."\n");
    $zip->addFromString('rows/overrides.jsonl', '');
    $zip->addFromString('rows/templates.jsonl', '');
    $manifest = json_decode((string) $zip->getFromName('account.json'), true);
    $manifest['counts'] = [...$manifest['counts'], 'entries' => count($lines), 'overrides' => 0, 'templates' => 0];
    $zip->addFromString('account.json', json_encode($manifest));
    $zip->close();
    $other = app(OpenAccount::class)->open(
        ['name' => 'Ines', 'email' => 'ines@example.test', 'password' => 'glasshouse', 'zone' => 'UTC'],
    );
    $brought = app(RestoreArchive::class)->bring($other, new SplFileInfo($path));
    app(RestoreArchive::class)->look($brought);
    expect(app(RestoreArchive::class)->restore($brought))->toBeTrue();
    unlink($path);
    foreach (array_keys($cases) as $n) {
        $kept = Entry::query()->where('user_id', $other->id)->where('uid', "archive-{$n}@example")->first();
        $how = $compared('archive', $n, $kept);
        if ($how !== null) {
            $wrong[] = $told('archive', $n, $kept, $how);
        }
    }
    // A table, of what a table can say.
    $roles = [
        'title' => 0,
        'notes' => 1,
        'place' => 2,
        'link' => 3,
        'labels' => 4,
        'importance' => 5,
        'due' => 6,
        'minutes' => 7,
    ];
    $rows = [];
    foreach ($cases as $n => [$name, $title, $value]) {
        $column = $roles[$name === 'estimate' ? 'minutes' : $name] ?? null;
        if ($column === null || (is_array($value) && preg_grep('/[,;]/', $value) !== [])) {
            continue;
        }
        $row = ["Case {$n}", "case {$n}", '', '', '', '', '', ''];
        $row[$column] = is_array($value) ? implode(';', $value) : str_replace('T', ' ', (string) $value);
        $row[$column] = $name === 'link' || $name === 'title' || $name === 'notes' || $name === 'place' ? (string) $value : $row[$column];
        $rows[$n] = $row;
    }
    $csv = implode("\r\n", array_map(
        fn (array $row): string => implode(
            ',',
            array_map(fn (string $cell): string => '"'.str_replace('"', '""', $cell).'"', $row),
        ),
        [['Title', 'Notes', 'Place', 'Link', 'Labels', 'Importance', 'Due', 'Minutes'], ...$rows],
    ))."\r\n";
    $shelf = $this->api(
        'POST',
        'calendars',
        ['area_id' => $this->calendar()->area_id, 'name' => 'From a table', 'colour' => 'plum'],
    )->json('id') ?? $this->calendar()->id;
    $import = $this->api(
        'POST',
        'imports',
        ['file' => UploadedFile::fake()->createWithContent('a.csv', $csv)],
    )->assertStatus(201)->json();
    $import = $this->api('POST', "imports/{$import['id']}/columns", ['columns' => $roles, 'order' => 'dmy'])->assertOk()->json();
    while ($import['read'] < $import['total']) {
        $import = $this->api('POST', "imports/{$import['id']}/read")->assertOk()->json();
    }
    $this->api('POST', "imports/{$import['id']}/take", ['targets' => [['calendar_id' => $shelf]], 'known' => 'all'])->assertOk();
    foreach ($rows as $n => $row) {
        $kept = Entry::query()->where('calendar_id', $shelf)->where(
            'notes',
            'like',
            $cases[$n][0] === 'notes' ? '%' : "%case {$n}",
        )
            ->when($cases[$n][0] !== 'title', fn ($query) => $query->where('title', "Case {$n}"))->first();
        $how = $compared('table', $n, $kept);
        if ($how !== null) {
            $wrong[] = $told('table', $n, $kept, $how);
        }
    }
    expect($wrong)->toBe([])->and($taken)->toBeGreaterThan($most / 4)->and($refused)->toBeGreaterThan($most / 8);
});
