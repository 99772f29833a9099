<?php

declare(strict_types=1);

namespace PlumRota\Core\Tests\capture;

use PlumRota\Core\Capture\CaptureReader;
use PlumRota\Core\Capture\Context;
use PlumRota\Core\Capture\Draft;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/**
 * Lines as people write them and what each means, in two tables of which one is kept away from development. What is meant is common
 * English usage, from memory. It is Wednesday 25 November 2026, 10:20, in Berlin.
 */
final class Corpus
{
    /** @return list<array{kind: string, line: string, meant: array<string, string>}> */
    public static function of(string $part): array
    {
        $rows = array_map(
            fn (string $row): array => explode("\t", $row),
            (array) file(__DIR__."/{$part}.tsv", FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES),
        );
        array_shift($rows);

        return array_map(
            fn (array $row): array => [
                'kind' => $row[0],
                'line' => $row[1],
                'meant' => [
                    'title' => $row[2],
                    'start' => $row[3],
                    'length' => $row[4],
                    'rule' => $row[5],
                    'rest' => self::sorted(explode(' ', $row[6])),
                ],
            ],
            $rows,
        );
    }

    public static function read(string $line): Draft
    {
        return CaptureReader::read($line, self::context());
    }

    public static function context(): Context
    {
        return new Context(
            LocalDateTime::parse('2026-11-25T10:20'),
            Zone::of('Europe/Berlin'),
            ['g' => 'Glasshouse', 'c' => 'Choir', 'f' => 'Family'],
            ['outdoors', 'potting shed', 'grant'],
            [
                '2026-12-25' => 'Christmas Day',
                '2026-12-26' => 'Boxing Day',
                '2027-01-01' => 'New Year’s Day',
                '2027-03-26' => 'Good Friday',
                '2027-03-28' => 'Easter Sunday',
                '2027-03-29' => 'Easter Monday',
            ],
        );
    }

    /** @return array<string, string> what was understood, in the words of the tables */
    public static function understood(Draft $draft): array
    {
        $rest = [
            $draft->isTask ? '' : 'event',
            $draft->calendar === null ? '' : "c:{$draft->calendar}",
            $draft->due === null ? '' : 'd:'.preg_replace('/:00$/', '', $draft->due),
            $draft->importance === null ? '' : "i:{$draft->importance}",
            $draft->effort === null ? '' : "eff:{$draft->effort}",
            $draft->estimate === null ? '' : "est:{$draft->estimate}",
            $draft->notBefore === null ? '' : "nb:{$draft->notBefore}",
            $draft->around === null ? '' : "ar:{$draft->around}",
            $draft->afterDone ? 'ad' : '',
            $draft->offDay === OffDay::Keep ? '' : "o:{$draft->offDay->value}",
            $draft->place === '' ? '' : "p:{$draft->place}",
            $draft->steps === [] ? '' : 'st:'.implode(',', $draft->steps),
            $draft->problems === [] ? '' : 'x',
            ...array_map(
                fn (array $one): string => 'lu:'.
                    $one['count'].
                    $one['unit'][0].
                    ':'.
                    strtr($one['title'], ' ', '_').
                    ($one['estimate'] === null ? '' : ":{$one['estimate']}"),
                $draft->leadUps,
            ),
            ...array_map(fn (string $label): string => "lab:{$label}", $draft->labels),
            ...array_map(fn (object $reminder): string => "r:{$reminder}", $draft->reminders),
        ];

        return [
            'title' => $draft->title,
            'start' => $draft->placement === null ? '-' : (string) preg_replace('/:00$/', '', $draft->placement->startText()),
            'length' => (string) ($draft->placement->length ?? 0),
            'rule' => $draft->rule === null ? '-' : (string) $draft->rule,
            'rest' => self::sorted(explode(' ', implode(' ', $rest))),
        ];
    }

    /** @param  array<array-key, string>  $words */
    private static function sorted(array $words): string
    {
        $words = array_filter($words, fn (string $word): bool => $word !== '' && $word !== '-');
        sort($words);

        return implode(' ', $words);
    }
}
