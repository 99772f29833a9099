<?php

declare(strict_types=1);

namespace App\Interchange;

use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Zone;

/** A row of a table → an entry. */
final class TableRow
{
    /**
     * @param  list<string>  $row
     * @param  array<string, int>  $columns  by what they mean
     * @param  'dmy'|'mdy'  $order  of dates in figures
     *
     * @throws CannotKeep
     */
    public static function read(array $row, array $columns, string $order, Zone $zone): ReadEntry
    {
        $cell = fn (string $role): string => isset($columns[$role]) ? $row[$columns[$role]] ?? '' : '';
        $title = (string) preg_replace('/\s+/u', ' ', $cell('title'));
        $repairs = [];
        if ($title === '') {
            throw new CannotKeep('It has no title.');
        }
        try {
            $at = self::placement($cell, $order, $zone);
            $due = $cell('due') === '' ? null : TableMoment::read($cell('due'), $order);
        } catch (InvalidTime $e) {
            throw new CannotKeep($e->getMessage());
        }
        $isEvent = $at !== null && in_array(strtolower($cell('kind')), ['event', 'appointment', 'meeting'], true);
        $minutes = preg_match('/^\d{1,4}$/D', $cell('minutes')) === 1 ? (int) $cell('minutes') : null;

        return new ReadEntry(
            self::uid($row, $columns),
            [
                ...EntryReader::nothingSaid(),
                'checklist' => [],
                'colour' => null,
                'busy' => true,
                'tentative' => false,
                'private' => false,
                'own_reminders' => false, // those of its calendar
                'reminders' => [],
                'end_zone' => null,
                'foreign_lines' => [],
                'kind' => $isEvent ? 'event' : 'task',
                ...Fitted::titleAndNotes($title, $cell('notes'), $repairs),
                'place' => Fitted::text('place', $cell('place'), $repairs),
                'link' => Fitted::link($cell('link'), $repairs),
                'labels' => Fitted::labels(preg_split('/[;,]/', $cell('labels')) ?: [], $repairs),
                'importance' => in_array(strtolower($cell('importance')), ['must', 'should', 'could'], true)
                    ? strtolower($cell('importance'))
                    : Names::importance((int) $cell('importance')),
                'due' => $isEvent || $due === null ? null : $due->date.($due->time === null ? '' : "T{$due->time}:00"),
                'estimate' => $at === null || $at->allDay ? $minutes : null,
                ...$at === null
                    ? ['all_day' => true, 'start' => null, 'length' => 1, 'zone' => null]
                    : [
                        'all_day' => $at->allDay,
                        'start' => $at->startText(),
                        'length' => $at->length,
                        'zone' => $at->zone?->name,
                    ],
            ],
            [],
            null,
            0,
            $repairs,
        );
    }

    /**
     * The name it has in the table, else one by which the same row is known again.
     *
     * @param  list<string>  $row
     * @param  array<string, int>  $columns
     */
    public static function uid(array $row, array $columns): string
    {
        $told = isset($columns['identifier']) ? trim($row[$columns['identifier']] ?? '') : '';

        return $told !== '' && EntryFields::all()['uid']->allows($told)
            ? $told
            : 'row-'.substr(hash('sha256', implode("\0", $row)), 0, 32).'@plum-rota.invalid';
    }

    /**
     * @param  \Closure(string): string  $cell
     * @param  'dmy'|'mdy'  $order
     *
     * @throws InvalidTime
     */
    private static function placement(\Closure $cell, string $order, Zone $zone): ?Placement
    {
        if ($cell('start') === '') {
            return null;
        }
        $start = TableMoment::read($cell('start'), $order);
        $time = $start->time ?? TableMoment::time($cell('time'));
        $end = $cell('end') === '' ? null : TableMoment::read($cell('end'), $order);
        $last = $end->date ?? $start->date;
        if ($time === null) {
            return Placement::allDay($start->date, $last->dayNumber() - $start->date->dayNumber() + 1);
        }
        $from = LocalDateTime::of($start->date, $time);
        $until = $end->time ?? TableMoment::time($cell('end_time'));
        $minutes = preg_match('/^\d{1,4}$/D', $cell('minutes')) === 1 ? (int) $cell('minutes') : 30;

        return Placement::timed(
            $from,
            $until === null ? $minutes : intdiv(LocalDateTime::of($last, $until)->seconds - $from->seconds, 60),
            $zone,
        );
    }
}
