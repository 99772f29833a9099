<?php

declare(strict_types=1);

use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Split;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** Zones whose clocks change by an hour, by half an hour, at midnight, and by a whole day; with instants of such changes. */
const CHANGES_OF_CLOCKS = [
    'Europe/Berlin' => ['2026-03-29T01:00:00Z', '2026-10-25T01:00:00Z'],
    'America/New_York' => ['2026-03-08T07:00:00Z', '2026-11-01T06:00:00Z'],
    'Australia/Lord_Howe' => ['2026-04-04T15:00:00Z', '2026-10-03T15:30:00Z'],
    'America/Santiago' => ['2026-04-05T03:00:00Z', '2026-09-06T04:00:00Z'],
    'Pacific/Apia' => ['2011-12-30T10:00:00Z', '2011-04-02T14:00:00Z'],
];

/**
 * A rule that falls often around a clock change.
 *
 * @return array{string, string, LocalDateTime, int} zone, rule, start on its walls, and the instant of the change
 */
function nearClockChange(): array
{
    $zone = array_rand(CHANGES_OF_CLOCKS);
    $change = (int) strtotime(CHANGES_OF_CLOCKS[$zone][mt_rand(0, 1)]);
    $day = (new DateTimeImmutable('@'.($change - mt_rand(0, 3) * 86400)))
        ->setTimezone(new DateTimeZone($zone))
        ->format('Y-m-d');
    $start = LocalDateTime::parse(sprintf('%sT%02d:%02d:00', $day, mt_rand(0, 23), mt_rand(0, 3) * 15));
    $rule = [
        'FREQ=MINUTELY;INTERVAL='.[5, 15, 20, 45][mt_rand(0, 3)],
        'FREQ=HOURLY',
        'FREQ=HOURLY;BYMINUTE=0,20,40',
        'FREQ=DAILY;BYHOUR=0,1,2,3,12;BYMINUTE=15,45',
        'FREQ=DAILY',
    ][mt_rand(0, 4)];

    return [$zone, $rule, $start, $change];
}

/**
 * A wall time as an instant, looked up in what PHP's own dates show of each offset near it: the first that shows it, and
 * with the offset before a change where none does.
 */
function instantByPhp(LocalDateTime $wall, string $zone): int
{
    /** @var array<string, int> $known */
    static $known = [];

    return $known["{$wall} {$zone}"] ??= (function () use ($wall, $zone): int {
        $timeZone = new DateTimeZone($zone);
        $asUtc = (int) strtotime($wall.'Z');
        $steps = $timeZone->getTransitions($asUtc - 86400 * 2, $asUtc + 86400 * 2) ?: [];
        $instants = array_map(fn (array $step): int => $asUtc - $step['offset'], $steps);
        $shown = array_filter(
            $instants,
            fn (int $instant): bool => (new DateTimeImmutable('@'.$instant))->setTimezone($timeZone)->format('Y-m-d\TH:i:s') ===
                (string) $wall,
        );

        return $shown === [] ? $instants[0] : min($shown);
    })();
}

/** Another seed by SLICE_SEED. The check: RFC 5545 3.3.10 and 3.3.5, looked up with PHP's DateTimeZone. */
test('UNTIL in UTC is compared as an instant, in five zones', function () {
    mt_srand((int) (getenv('SLICE_SEED') ?: 20261125));
    $wrong = [];
    for ($i = 0; $i < 800; $i++) {
        [$zone, $rule, $start, $change] = nearClockChange();
        $until = $change + mt_rand(-12, 12) * 900 + mt_rand(-1, 1);
        $whole = (new RecurrenceSet($start, RuleParser::parse($rule), zone: Zone::of($zone)))->between(
            $start,
            $start->plusSeconds(6 * 86400),
        );
        $expected = array_values(array_filter($whole, fn (LocalDateTime $one): bool => instantByPhp($one, $zone) <= $until));
        if (instantByPhp($start, $zone) > $until) {
            $expected = [];
        }
        $set = new RecurrenceSet(
            $start,
            RuleParser::parse($rule.';UNTIL='.gmdate('Ymd\THis\Z', $until)),
            zone: Zone::of($zone),
        );
        $seen = $set->between($start, $start->plusSeconds(6 * 86400));
        if (array_map(strval(...), $seen) !== array_map(strval(...), $expected)) {
            $wrong[] =
                "{$rule} from {$start} in {$zone} until ".
                gmdate('c', $until).
                ': '.
                count($seen).
                ' instead of '.
                count($expected);
        }
    }
    expect($wrong)->toBe([]);
});

/** Another seed by SLICE_SEED. */
test('a cut near a clock change leaves nothing out and doubles nothing', function () {
    mt_srand((int) (getenv('SLICE_SEED') ?: 20261125));
    $wrong = [];
    for ($i = 0; $i < 800; $i++) {
        [$zone, $rule, $start, $change] = nearClockChange();
        $rule .=
            mt_rand(0, 3) === 0
                ? ';UNTIL='.gmdate('Ymd\THis\Z', $change + mt_rand(0, 12) * 900)
                : (mt_rand(0, 3) === 0
                    ? ';COUNT='.mt_rand(2, 200)
                    : '');
        $series = new Series('one', Placement::timed($start, 10, Zone::of($zone)), RuleParser::parse($rule));
        $texts = fn (?Series $one): array => array_map(
            strval(...),
            $one?->recurrenceSet()->between($start, $start->plusSeconds(6 * 86400)) ?? [],
        );
        $whole = $texts($series);
        if (count($whole) < 2) {
            continue;
        }
        $near = array_values(
            array_filter($whole, fn (string $one): bool => abs(instantByPhp(LocalDateTime::parse($one), $zone) - $change) < 7200),
        );
        $cut = ($near !== [] ? $near : $whole)[mt_rand(0, count($near !== [] ? $near : $whole) - 1)];
        $split = Split::at($series, LocalDateTime::parse($cut));
        $parts = [...$texts($split->head), ...$texts($split->tail)];
        if ($parts !== $whole) {
            $wrong[] =
                "{$rule} from {$start} in {$zone} cut at {$cut}: missing ".
                implode(' ', array_diff($whole, $parts)).
                ', too many '.
                implode(' ', array_diff_key($parts, array_unique($parts)));
        }
    }
    expect($wrong)->toBe([]);
});
