<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Access\Changeable;
use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\User;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;

/** Lets some routines rest for a stretch of days, as one step: none of their occurrences lies in it. */
final readonly class PauseRoutines
{
    private const MOST = 20;

    public function __construct(private WritePath $writes)
    {
    }

    /**
     * @param  non-empty-list<string>  $ids
     * @param  LocalDate  $to  the last day of it
     *
     * @throws CannotReschedule and nothing of it is done
     */
    public function pause(User $user, array $ids, LocalDate $from, LocalDate $to): void
    {
        $mine = Changeable::by($user);
        $number = count($ids);
        $label = $number === 1 ? "Paused “{$mine->entry($ids[0])->title}”" : "Paused {$number} routines";
        $this->writes->run($user, $label, function () use ($mine, $ids, $from, $to): void {
            foreach ($ids as $id) {
                $entry = $mine->entry($id);
                $old = SeriesOf::mendable($entry);
                if ($old === null || $old->rule === null) {
                    throw new CannotReschedule("“{$entry->title}” has no rhythm that could rest.");
                }
                $pauses = [...$entry->pauses, ['from' => (string) $from, 'to' => (string) $to]];
                usort($pauses, fn (array $a, array $b): int => strcmp($a['from'], $b['from']));
                if (count($pauses) > self::MOST) {
                    throw new CannotReschedule(
                        "“{$entry->title}” has ".self::MOST.' pauses already. Take an old one away first.',
                    );
                }
                SaveSeries::into(
                    $entry,
                    new Series(
                        $old->id,
                        $old->placement,
                        $old->rule,
                        $old->extra,
                        $old->except,
                        $old->afterDone,
                        SeriesOf::breaks($entry->off_day, $entry->seasons, $pauses),
                    ),
                    ['pauses' => $pauses],
                );
            }
        });
    }
}
