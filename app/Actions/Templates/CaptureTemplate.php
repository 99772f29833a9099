<?php

declare(strict_types=1);

namespace App\Actions\Templates;

use App\Models\Entry;
use App\Models\Template;
use App\Models\User;
use PlumRota\Core\Capture\Draft;
use PlumRota\Core\Capture\Segment;
use PlumRota\Core\Planning\Stamping\Part;
use PlumRota\Core\Schedule\Placement;

/** Stamps the template that a captured line names: what the line says goes before what the template has. */
final readonly class CaptureTemplate
{
    public function __construct(private StampTemplate $stamp)
    {
    }

    /** @return Entry of a day or a week the first that was made */
    public function capture(User $user, Template $template, Draft $draft): Entry
    {
        $date = $draft->placement?->start->date() ?? $user->wallNow()->date();
        if ($template->kind !== 'entry') {
            $first = $template->kind === 'week' ? $date->startOfWeek($user->first_weekday) : $date;

            return $this->stamp->on($user, $template, [$first], [])[0];
        }

        return $this->stamp->entry($user, $template, self::place($user, $template, $draft), self::said($draft));
    }

    /** The hour and the length of the template, where the line says none; without a day it waits in the basket. */
    private static function place(User $user, Template $template, Draft $draft): ?Placement
    {
        $said = $draft->placement;
        $part = $template->parts[0];
        if ($said === null) {
            return $part['fields']['kind'] === 'event'
                ? (new Part(0, $part['at'], $part['length']))->on($user->wallNow()->date(), $user->timeZone())
                : null;
        }
        $roles = array_map(fn (Segment $one): string => $one->role, $draft->segments);
        $saysLength = in_array('length', $roles, true) || in_array('end', $roles, true);
        if ($said->allDay && $part['at'] === null) {
            return $saysLength ? $said : Placement::allDay($said->start->date(), max(1, $part['length']));
        }
        if ($said->allDay) {
            $place = (new Part(0, $part['at'], $part['length']))->on($said->start->date(), $user->timeZone());

            return $draft->estimate === null ? $place : Placement::timed($place->start, $draft->estimate, $place->zone);
        }

        return $saysLength || $part['at'] === null ? $said : Placement::timed($said->start, $part['length'], $said->zone);
    }

    /** @return array<string, mixed> columns */
    private static function said(Draft $draft): array
    {
        return array_filter(
            [
                'importance' => $draft->importance,
                'effort' => $draft->effort,
                'due' => $draft->due,
                'place' => $draft->place === '' ? null : $draft->place,
                'labels' => $draft->labels === [] ? null : $draft->labels,
                'not_before' => $draft->notBefore === null ? null : (string) $draft->notBefore,
                'around' => $draft->around === null ? null : (string) $draft->around,
            ],
            fn (mixed $value): bool => $value !== null,
        );
    }
}
