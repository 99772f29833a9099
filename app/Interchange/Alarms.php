<?php

declare(strict_types=1);

namespace App\Interchange;

use PlumRota\Core\Reminding\Anchor;
use PlumRota\Core\Reminding\Channel;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Reminding\Trigger;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\LocalTime;
use PlumRota\Core\Time\Zone;
use Sabre\VObject\Component;
use Sabre\VObject\Component\VAlarm;
use Sabre\VObject\Component\VCalendar;

/** Reminders as VALARMs (RFC 5545 3.6.6) and back. */
final class Alarms
{
    /** Adds the VALARM of a reminder, two where it comes by mail and otherwise; what a trigger cannot say is as near as it can. */
    public static function add(Component $to, Reminder $reminder, ?Placement $at, int $travel, string $title): void
    {
        $isMail = array_map(fn (Channel $one): bool => $one === Channel::Mail, $reminder->channels);
        foreach (array_unique($isMail) as $one) {
            self::addOne($to, $reminder->trigger, $one, $at, $travel, $title);
        }
    }

    private static function addOne(Component $to, Trigger $trigger, bool $isMail, ?Placement $at, int $travel, string $title): void
    {
        $alarm = $to->add('VALARM', ['ACTION' => $isMail ? 'EMAIL' : 'DISPLAY', 'DESCRIPTION' => $title]);
        assert($alarm instanceof VAlarm);
        if ($isMail) {
            $alarm->add('SUMMARY', $title);
            $alarm->add('ATTENDEE', 'mailto:me@plum-rota.invalid');
        }
        $minutes = match (true) {
            $trigger->at !== null => $trigger->before * 1440 +
                self::minuteOfAnchor($trigger, $at) -
                $trigger->at->hour() * 60 -
                $trigger->at->minute(),
            $trigger->anchor === Anchor::Leave => $trigger->before + $travel,
            default => $trigger->before,
        };
        $isOfEnd = $trigger->anchor === Anchor::End || $trigger->anchor === Anchor::Due;
        $alarm->add('TRIGGER', self::duration(-$minutes), $isOfEnd ? ['RELATED' => 'END'] : []);
    }

    /**
     * Reminders as they are read again once they were written: what a VALARM cannot say is near to it.
     *
     * @param  list<string>  $reminders
     * @return list<string>
     */
    public static function asTold(array $reminders, ?Placement $at, int $travel, bool $endIsDue): array
    {
        $of = (new VCalendar([], false))->createComponent($endIsDue ? 'VTODO' : 'VEVENT', [], false);
        foreach ($reminders as $reminder) {
            self::add($of, Reminder::parse($reminder), $at, $travel, '');
        }
        $repairs = [];

        return self::read($of, $at, $endIsDue, $repairs);
    }

    /**
     * @param  bool  $endIsDue  of a task the end is its deadline
     * @param  list<string>  $repairs
     * @return list<string>
     */
    public static function read(Component $of, ?Placement $at, bool $endIsDue, array &$repairs): array
    {
        $reminders = [];
        foreach (Properties::components($of, 'VALARM') as $alarm) {
            $property = Properties::first($alarm, 'TRIGGER');
            if ($property === null) {
                continue;
            }
            $text = Properties::raw($property);
            $related = strtoupper(Properties::parameter($property, 'RELATED') ?? 'START');
            $channel = strtoupper(Properties::text($alarm, 'ACTION')) === 'EMAIL' ? Channel::Mail : Channel::Screen;
            $seconds = self::seconds($text) ?? self::beforeStart($text, $at);
            $trigger = $seconds === null ? null : self::trigger(-$seconds, $related === 'END', $at, $endIsDue);
            if ($trigger === null) {
                $repairs[] = 'A reminder that comes after the beginning, or by no time of its own, is left out.';
            } else {
                // By two ways at one time it is one reminder.
                $reminders[(string) $trigger] = [$trigger, [...$reminders[(string) $trigger][1] ?? [], $channel]];
            }
        }

        return array_slice(array_map(fn (array $one): string => (string) Reminder::of(...$one), array_values($reminders)), 0, 10);
    }

    /** @param  int  $before  seconds */
    private static function trigger(int $before, bool $isOfEnd, ?Placement $at, bool $endIsDue): ?Trigger
    {
        $minutes = intdiv($before, 60);
        $anchor = ! $isOfEnd ? Anchor::Start : ($endIsDue ? Anchor::Due : Anchor::End);
        try {
            if ($at === null || ! $at->allDay || $anchor === Anchor::Due) {
                return Trigger::before($minutes, $anchor);
            }
            // Without hours a time of day is meant: nine hours after midnight is nine of that day.
            $days = (int) ceil($minutes / 1440);

            return Trigger::atTime(
                $days,
                LocalTime::of(intdiv($days * 1440 - $minutes, 60), ($days * 1440 - $minutes) % 60),
                $anchor,
            );
        } catch (InvalidTime) {
            return null;
        }
    }

    private static function minuteOfAnchor(Trigger $trigger, ?Placement $at): int
    {
        if ($at === null || $at->allDay) {
            return 0;
        }
        $moment = $trigger->anchor === Anchor::End ? $at->end() : $at->start;

        return $moment->time()->hour() * 60 + $moment->time()->minute();
    }

    /** RFC 5545 3.3.6; null for what is no duration. */
    public static function seconds(string $text): ?int
    {
        if (
            preg_match(
                '/^([+-]?)P(?:(\d{1,4})W)?(?:(\d{1,5})D)?(?:T(?:(\d{1,5})H)?(?:(\d{1,7})M)?(?:(\d{1,8})S)?)?$/D',
                trim($text),
                $m,
                PREG_UNMATCHED_AS_NULL,
            ) !== 1
        ) {
            return null;
        }
        $part = fn (int $i): int => (int) ($m[$i] ?? 0);

        return ($part(2) * 604_800 + $part(3) * 86_400 + $part(4) * 3600 + $part(5) * 60 + $part(6)) * ($m[1] === '-' ? -1 : 1);
    }

    /** A moment of its own, as seconds after the start it belongs to. */
    private static function beforeStart(string $text, ?Placement $at): ?int
    {
        if ($at === null || preg_match('/^(\d{4})(\d\d)(\d\d)T(\d\d)(\d\d)(\d\d)Z$/D', $text, $m) !== 1) {
            return null;
        }
        try {
            $moment = LocalDateTime::parse("{$m[1]}-{$m[2]}-{$m[3]}T{$m[4]}:{$m[5]}:{$m[6]}");
        } catch (InvalidTime) {
            return null;
        }

        return $moment->seconds - $at->startsAt(Zone::of('UTC'));
    }

    private static function duration(int $minutes): string
    {
        return ($minutes < 0 ? '-' : '').'PT'.abs($minutes).'M';
    }
}
