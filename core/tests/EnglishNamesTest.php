<?php

declare(strict_types=1);

use PlumRota\Core\Time\EnglishNames;
use PlumRota\Core\Time\Weekday;

// Against PHP's own DateTimeImmutable, whose names are English whatever the locale.
test('weekdays and months have their English names, long and short', function () {
    foreach (Weekday::cases() as $weekday) {
        $day = new DateTimeImmutable('2026-11-'.(22 + $weekday->value)); // the 23rd is a Monday
        expect(EnglishNames::weekday($weekday))
            ->toBe($day->format('l'))
            ->and(EnglishNames::weekday($weekday, short: true))
            ->toBe($day->format('D'));
    }
    for ($month = 1; $month <= 12; $month++) {
        $day = new DateTimeImmutable("2026-{$month}-01");
        expect(EnglishNames::month($month))
            ->toBe($day->format('F'))
            ->and(EnglishNames::month($month, short: true))
            ->toBe($day->format('M'));
    }
});
