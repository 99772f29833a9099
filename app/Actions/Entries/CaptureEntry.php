<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Models\Calendar;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Planning\Filing;
use PlumRota\Core\Capture\Draft;

/** Saves what a captured line was understood to mean. */
final readonly class CaptureEntry
{
    public function __construct(private AddEntry $entries, private Filing $filing)
    {
    }

    /** @param  'task'|'event'|null  $kind chosen by hand, over what was understood */
    public function capture(User $user, Draft $draft, Calendar $calendar, ?string $kind, bool $mayCover = false): Entry
    {
        $series = $draft->series();

        return $this->entries->add(
            $user,
            new EntryValues(
                $series,
                [
                    'title' => self::capital($draft->title),
                    'calendar_id' => $calendar->id,
                    'kind' => $series === null ? 'task' : $kind ?? ($draft->isTask ? 'task' : 'event'),
                    'colour' => $this->filing->for($user, $draft->title)['colour'],
                    'due' => $draft->due,
                    'not_before' => $draft->notBefore === null ? null : (string) $draft->notBefore,
                    'around' => $draft->around === null ? null : (string) $draft->around,
                    'importance' => $draft->importance,
                    'estimate' => $draft->estimate,
                    'effort' => $draft->effort,
                    'aim' => $draft->aim,
                    'labels' => $draft->labels,
                    'place' => $draft->place,
                    'checklist' => array_map(fn (string $step): array => ['text' => $step, 'done' => false], $draft->steps),
                    'own_reminders' => $draft->isSilent || $draft->reminders !== [],
                    'reminders' => array_map(strval(...), $draft->reminders),
                    'off_day' => $draft->offDay->value,
                    ...$calendar->defaults(),
                ],
                leadUps: array_map(
                    fn (array $one): array => [
                        ...$one,
                        'id' => null,
                        'title' => self::capital($one['title']),
                        'place' => 'day',
                        'is_due' => false,
                        'waits' => false,
                    ],
                    $draft->leadUps,
                ),
            ),
            $mayCover,
        );
    }

    public static function capital(string $title): string
    {
        return mb_strtoupper(mb_substr($title, 0, 1)).mb_substr($title, 1);
    }
}
