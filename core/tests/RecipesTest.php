<?php

declare(strict_types=1);

/** @return array<string, array{string, string}> the sections of CONTRIBUTING.md that are followed by something, with that */
function recipes(): array
{
    $text = (string) file_get_contents(dirname(__DIR__, 2).'/CONTRIBUTING.md');
    preg_match_all('/^## (.+)\n\nFollowed by: `(\w+)`\n\n((?:(?!^## ).*\n)*)/m', $text, $found, PREG_SET_ORDER);

    return array_column(array_map(fn (array $one): array => [$one[1], [$one[2], $one[3]]], $found), 1, 0);
}

/** @return list<string> paths that a recipe names */
function named_files(string $recipe): array
{
    preg_match_all('~`((?:[\w.-]+/)+[\w.-]+\.(?:php|vue|ts|yaml|md))`~', $recipe, $found);

    return array_values(array_unique($found[1]));
}

test('every file of a recipe is there and has to do with what it is followed by', function (string $by, string $recipe) {
    $root = dirname(__DIR__, 2);
    $files = named_files($recipe);
    expect(count($files))->toBeGreaterThan(5);
    // What takes any field from its definition names none of them, nor does a list of what a line may be counted by.
    $general = ['app/Interchange/OwnValues.php', 'core/src/Tally/Measure.php'];
    foreach ($files as $file) {
        $is = is_file("{$root}/{$file}");
        expect($is)->toBeTrue("{$file} is not there");
        if (! in_array($file, $general, true)) {
            expect(stripos((string) file_get_contents("{$root}/{$file}"), $by) !== false)->toBeTrue("{$file} says nothing of {$by}");
        }
    }
})->with(recipes(...));

/** What is done in one place by one name is named whole: no other file of the product knows it. */
test('no file is forgotten', function (string $name, string $pattern, array $besides) {
    [, $recipe] = recipes()[$name];
    $root = dirname(__DIR__, 2);
    $found = [];
    foreach (['app', 'core/src', 'routes', 'resources/js'] as $folder) {
        foreach (new RecursiveIteratorIterator(new RecursiveDirectoryIterator("{$root}/{$folder}", FilesystemIterator::SKIP_DOTS)) as $file) {
            $path = substr($file->getPathname(), strlen($root) + 1);
            if (preg_match('~\.test\.|/generated/|/testing/~', $path) !== 1 && preg_match($pattern, (string) file_get_contents($file->getPathname())) === 1) {
                $found[] = $path;
            }
        }
    }
    expect(array_values(array_diff($found, named_files($recipe), $besides)))->toBe([])->and(array_values(array_diff($besides, $found)))->toBe([]);
})->with([
    'a setting' => ['A new setting', '/week_numbers/', ['resources/js/shared/region.ts', 'resources/js/shared/time.ts']], // where it does what it says
    'a figure' => ['A new figure in the tally', '/musts_done/', []],
    'a channel' => [
        'A new channel of reminders',
        "/'phone'|\\bPhoneChannel\\b/",
        // The agenda's choice, and the stand-in's own page.
        ['app/Models/User.php', 'resources/js/router.ts', 'resources/js/standins/PhonePage.vue', 'resources/js/standins/TryChannel.vue', 'routes/api.php'],
    ],
]);
