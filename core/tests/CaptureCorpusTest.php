<?php

declare(strict_types=1);

use PlumRota\Core\Capture\Segment;
use PlumRota\Core\Tests\capture\Corpus;

/** What shares of the two tables are read right in every field; docs/capture.md has them by kind. */
test('lines are read as they are meant', function (string $part, float $least) {
    $rows = Corpus::of($part);
    $wrong = array_values(
        array_filter($rows, fn (array $row): bool => Corpus::understood(Corpus::read($row['line'])) !== $row['meant']),
    );
    $lines = implode("\n", array_column($wrong, 'line'));

    expect(count($rows))
        ->toBeGreaterThan(250)
        ->and(1 - count($wrong) / count($rows))
        ->toBeGreaterThanOrEqual($least, $lines);
})->with([['development', 0.95], ['kept', 0.95]]);

/** Pieces of lines and of nonsense, thrown together: nothing fails, nothing of the line is lost. */
test('whatever is written is read, and its pieces put it together again', function () {
    mt_srand((int) (getenv('CAPTURE_SEED') ?: 20261125));
    $words = array_merge(
        ...array_map(fn (array $row): array => explode(' ', $row['line']), [...Corpus::of('development'), ...Corpus::of('kept')]),
    );
    $odd = [
        '',
        '“',
        '"',
        '(',
        ')',
        '—',
        '99/99',
        '31.31.',
        '25:61',
        '0',
        '-1',
        'every',
        'every every',
        "\u{0000}",
        '🌱',
        'ü',
        '1e9',
        'in',
        'at',
        'until',
        '%s',
        '\\',
        '~',
    ];
    for ($i = 0; $i < (int) (getenv('CAPTURE_LINES') ?: 1500); $i++) {
        $line = '';
        for ($n = mt_rand(1, 14); $n > 0; $n--) {
            $line .=
                (mt_rand(0, 5) === 0 ? $odd[mt_rand(0, count($odd) - 1)] : $words[mt_rand(0, count($words) - 1)]).
                [' ', ' ', ' ', ', ', '-', ''][mt_rand(0, 5)];
        }
        $draft = Corpus::read($line);

        expect(implode(array_map(fn (Segment $one): string => $one->text, $draft->segments)))
            ->toBe($line)
            ->and($draft->placement === null && $draft->rule !== null)
            ->toBeFalse($line);
    }
});
