<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Queries\Occurrences\ResolvedOccurrence;
use App\Reading\EntryRow;
use PlumRota\Core\Planning\Importance;

/**
 * Occurrences as the page gets them: what all of an entry have in common once (EntryShown of the contract), and what
 * each has for itself (OccurrenceShown), where it differs.
 */
final class OccurrenceAsShown
{
    /** Signs of the first line of notes. */
    private const LINE_LENGTH = 100;

    /** Fields that a single occurrence may have of its own. */
    private const OWN = [
        'title',
        'calendar_id',
        'importance',
        'effort',
        'labels',
        'colour',
        'place',
        'estimate',
        'travel',
        'margin',
        'margin_before',
        'travel_back',
        'busy',
        'tentative',
        'private',
        'protected',
    ];

    /** @return array<string, mixed> */
    public static function shared(EntryRow $entry): array
    {
        return [
            'title' => $entry->title,
            'kind' => $entry->kind,
            'calendar_id' => $entry->calendar_id,
            'area_id' => $entry->area_id,
            'routine' => $entry->isRoutine(),
            'importance' => $entry->importance,
            'effort' => $entry->effort,
            'labels' => $entry->labels,
            'colour' => $entry->colour,
            'due' => $entry->due,
            'estimate' => $entry->estimate,
            'travel' => $entry->travel,
            'margin' => $entry->margin,
            ...array_filter(['margin_before' => $entry->margin_before, 'travel_back' => $entry->travel_back]),
            'busy' => $entry->busy,
            'tentative' => $entry->tentative,
            'private' => $entry->private,
            'protected' => $entry->protected,
            'place' => $entry->place,
            'steps' => count($entry->checklist),
            'steps_done' => self::done($entry->checklist),
            'first_line' => self::firstLine($entry->notes),
            'rank' => Importance::rank($entry->importance, $entry->position),
            ...$entry->opens_round === null ? [] : ['opens_round' => $entry->opens_round],
            ...$entry->measure === null ? [] : ['measure' => $entry->measure],
            'version' => $entry->version,
        ];
    }

    /**
     * @param  list<string>  $meets  titles of what it is double-booked with
     * @param  array{lane: int, lanes: int}|null  $lane
     * @return array<string, mixed>
     */
    public static function of(ResolvedOccurrence $seen, array $meets, ?array $lane): array
    {
        $occurrence = $seen->occurrence;
        $range = $occurrence->seen;
        $isAllDay = $occurrence->placement->allDay;
        $shown = [
            'entry_id' => $seen->entry->id,
            'recurrence_id' => $occurrence->recurrenceId,
            'all_day' => $isAllDay,
            'start' => $isAllDay ? substr((string) $range->from, 0, 10) : (string) $range->from,
            'end' => $isAllDay ? substr((string) $range->to, 0, 10) : (string) $range->to,
        ];
        $due = $occurrence->due();
        if ($due !== null || $seen->entry->due !== null) {
            $shown['due'] = $due;
            $shown += array_filter(['late' => $seen->isLate, 'after_due' => $occurrence->isAfterDue()]);
        }
        if ($occurrence->since !== null) {
            $shown['since'] = (string) $occurrence->since;
            $shown['rolled'] = $range->from->dayNumber() - $occurrence->since->dayNumber();
            $shown += $seen->block->estimate === $seen->entry->estimate ? [] : ['estimate' => $seen->block->estimate];
        }
        if ($meets !== []) {
            $shown['meets'] = $meets;
        }
        if ($lane !== null && $lane['lanes'] > 1) {
            $shown += $lane;
        }

        return $seen->change === null ? $shown : $shown + self::changed($seen);
    }

    /** @return array<string, mixed> */
    private static function changed(ResolvedOccurrence $seen): array
    {
        $changed = [
            'moved' => $seen->occurrence->isMoved(),
            'done' => $seen->occurrence->isDone(),
            'put_off' => $seen->change->put_off ?? 0,
        ];
        $fields = $seen->change->fields ?? [];
        if ($fields === []) {
            return array_filter($changed);
        }
        $changed = [...array_filter($changed), 'edited' => true];
        foreach (self::OWN as $name) {
            if (array_key_exists($name, $fields)) {
                $changed[$name] = $fields[$name];
            }
        }
        if (array_intersect_key($fields, ['importance' => true, 'position' => true]) !== []) {
            $changed['rank'] = Importance::rank(
                $seen->details()->importance,
                is_int($fields['position'] ?? null) ? $fields['position'] : $seen->entry->position,
            );
        }
        if (isset($fields['calendar_id'])) {
            $changed['area_id'] = $seen->areaId;
        }
        if (is_string($fields['notes'] ?? null)) {
            $changed['first_line'] = self::firstLine($fields['notes']);
        }
        if (isset($fields['checklist'])) {
            $steps = $seen->details()->checklist;
            $changed += ['steps' => count($steps), 'steps_done' => self::done($steps)];
        }

        return $changed;
    }

    /** Of notes in Markdown the first line that says something, without the signs of headings, lists, emphasis and links. */
    private static function firstLine(string $notes): string
    {
        $found =
            preg_match('/^[ \t]*(?:#{1,6}[ \t]+|[-*+>][ \t]+|\d+[.)][ \t]+)?(\S.*)$/mu', $notes, $m) === 1 ? trim($m[1]) : '';

        $plain = preg_replace(
            [
                '/!?\[([^\]\n]*)\]\([^)\s]*\)/u',
                '/(\*\*|__|~~|`)(?=\S)(.+?)(?<=\S)\1/u',
                '/(?<![\p{L}\p{N}*_])([*_])(?=\S)(.+?)(?<=\S)\1(?![\p{L}\p{N}*_])/u',
            ],
            ['$1', '$2', '$2'],
            $found,
        );

        return mb_strimwidth($plain ?? $found, 0, self::LINE_LENGTH, '…');
    }

    /** @param  list<array{text: string, done: bool}>  $steps */
    private static function done(array $steps): int
    {
        return count(array_filter($steps, fn (array $step): bool => $step['done']));
    }
}
