<?php

declare(strict_types=1);

namespace App\Dav;

use App\Models\Calendar;
use App\Models\User;
use Carbon\CarbonImmutable;
use Sabre\VObject\Component\VCalendar;

/** When somebody is busy, by one calendar, without what with (RFC 4791 7.10). */
final readonly class FreeBusy
{
    public function __construct(private StandingEntries $standing)
    {
    }

    public function answer(User $user, Calendar $calendar, TimeSpan $span): string
    {
        $zone = $user->timeZone();
        $periods = ['BUSY' => [], 'BUSY-TENTATIVE' => []];
        foreach ($this->standing->of($user, $calendar, $span) as $one) {
            $block = $one->block;
            // A task of a day without hours keeps nobody busy the whole day; what an all-day event does its owner says.
            if (! $block->isBusy || $block->isDone || ($block->allDay && $block->isTask)) {
                continue;
            }
            $from = max($zone->instant($block->seen->from), $span->from ?? PHP_INT_MIN);
            $to = min($zone->instant($block->seen->to), $span->to ?? PHP_INT_MAX);
            if ($to > $from) {
                $periods[$block->isTentative ? 'BUSY-TENTATIVE' : 'BUSY'][] = [$from, $to];
            }
        }
        $file = new VCalendar(['VERSION' => '2.0', 'PRODID' => '-//Plum Rota//Plum Rota//EN'], false);
        $one = $file->createComponent(
            'VFREEBUSY',
            [
                'DTSTAMP' => CarbonImmutable::now()->utc()->format('Ymd\THis\Z'),
                'DTSTART' => $span->first()->format('Ymd\THis\Z'),
                'DTEND' => $span->last()->format('Ymd\THis\Z'),
            ],
            false,
        );
        foreach ($periods as $kind => $some) {
            foreach (self::joined($some) as [$from, $to]) {
                $one->add('FREEBUSY', gmdate('Ymd\THis\Z', $from).'/'.gmdate('Ymd\THis\Z', $to), ['FBTYPE' => $kind]);
            }
        }
        $file->add($one);

        return $file->serialize();
    }

    /**
     * @param  list<array{int, int}>  $periods
     * @return list<array{int, int}> in order, none touching another
     */
    public static function joined(array $periods): array
    {
        sort($periods);
        $joined = [];
        foreach ($periods as [$from, $to]) {
            $last = array_key_last($joined);
            if ($last !== null && $from <= $joined[$last][1]) {
                $joined[$last][1] = max($joined[$last][1], $to);
            } else {
                $joined[] = [$from, $to];
            }
        }

        return $joined;
    }
}
