<?php

declare(strict_types=1);

namespace App\Queries\Reminding;

use App\Mapping\SeriesOf;
use App\Models\Delivery;
use App\Models\User;
use App\Queries\Occurrences\Deadlines;
use App\Queries\Occurrences\Leftovers;
use App\Queries\Occurrences\OccurrencesBetween;
use App\Queries\Occurrences\ResolvedOccurrence;
use App\Queries\Planning\DayPlan;
use Illuminate\Support\Facades\URL;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\TimeRange;

/** What a reminder, several at once, the agenda of a day and the call to close it say. */
final readonly class ReminderNote
{
    private const LINK_DAYS = 7;

    public function __construct(
        private OccurrencesBetween $occurrences,
        private Deadlines $deadlines,
        private Leftovers $leftovers,
    ) {
    }

    /** @param  non-empty-list<Delivery>  $bundle */
    public function of(User $user, array $bundle): Note
    {
        $first = $bundle[0];

        return match (true) {
            count($bundle) > 1 => new Note(
                count($bundle).' reminders while you were away',
                array_map(fn (Delivery $one): string => $this->title($one).', '.$this->when($user, $one), $bundle),
                [['words' => 'Open Plum Rota', 'url' => url('/day')]],
            ),
            $first->kind === 'agenda' => $this->agenda($user, LocalDate::parse($first->recurrence_id)),
            $first->kind === 'evening' => $this->evening($user, LocalDate::parse($first->recurrence_id)),
            default => $this->single($user, $first),
        };
    }

    private function single(User $user, Delivery $one): Note
    {
        $entry = $one->entry;
        $details = $entry === null ? new Details(isTask: false) : SeriesOf::detailsOf($entry, $one->recurrence_id);
        $leave =
            ! $one->all_day && $details->travel > 0
                ? 'Leave by '.$this->time($user, $user->timeZone()->wall($one->starts_at - $details->travel * 60)).'.'
                : '';
        $task = $details->isTask;

        return new Note(
            $this->title($one),
            array_values(array_filter([ucfirst($this->when($user, $one)).'.', $leave, $details->place])),
            array_values(
                array_filter([
                    $task ? ['words' => 'Done', 'url' => $this->link($one, 'done')] : null,
                    $task
                        ? [
                            'words' => $entry?->isRoutine() !== true ? 'Let it go' : 'Skip this one',
                            'url' => $this->link($one, 'skip'),
                        ]
                        : null,
                    ['words' => 'In 10 minutes', 'url' => $this->link($one, 'ten')],
                    ['words' => 'In an hour', 'url' => $this->link($one, 'hour')],
                    ['words' => 'This evening', 'url' => $this->link($one, 'evening')],
                    ['words' => 'Tomorrow morning', 'url' => $this->link($one, 'morning')],
                    ['words' => 'Open', 'url' => url('/day')],
                ]),
            ),
        );
    }

    private function agenda(User $user, LocalDate $day): Note
    {
        $seen = $this->occurrences->find($user, TimeRange::days($day, 1));
        $load = DayPlan::loads($user, $seen, $this->occurrences->reaching($user, TimeRange::days($day, 1)), $day, 1)[0];
        $open = array_values(array_filter($seen, fn (ResolvedOccurrence $one): bool => ! $one->block->isDone));
        $isMust = fn (ResolvedOccurrence $one): bool => $one->block->isTask && $one->details()->importance === 'must';
        $lines = [];
        foreach (array_filter($open, $isMust) as $one) {
            $lines[] = 'Must: '.$one->title().($one->block->allDay ? '' : ', '.$this->time($user, $one->block->seen->from));
        }
        foreach ($open as $one) {
            if ($one->block->allDay && ! $one->block->isTask) {
                $lines[] = 'All day: '.$one->title();
            }
        }
        foreach ($open as $one) {
            if (! $one->block->allDay && ! $isMust($one)) {
                $lines[] = $this->atItsHour($user, $one, $day);
            }
        }
        foreach ($this->deadlines->on($user, $day, 1)[(string) $day] ?? [] as $due) {
            $lines[] = $due['done'] ? '' : 'Due: '.$due['title'];
        }
        foreach ($this->deadlines->late($user) as $late) {
            $lines[] = 'Late: '.$late['title'];
        }
        $lines[] =
            self::hours($load->minutes()).
            ' of '.
            self::hours($load->capacity).
            ($load->isOverFull() ? ', '.self::hours($load->minutes() - $load->capacity).' too much' : '');

        return new Note($user->region()->namedDate($day), array_values(array_filter($lines)), [
            ['words' => 'Open the day', 'url' => url("/day/{$day}")],
        ]);
    }

    /** "9:00 Clinic, leave by 8:30, Ward 3"; what runs since the day before says until when. */
    private function atItsHour(User $user, ResolvedOccurrence $one, LocalDate $day): string
    {
        $seen = $one->block->seen;
        $details = $one->details();
        if ($seen->from->seconds < $day->startOfDay()->seconds) {
            return "Since the day before: {$one->title()}, until ".$this->time($user, $seen->to);
        }

        return $this->time($user, $seen->from).
            " {$one->title()}".
            ($details->travel > 0 ? ', leave by '.$this->time($user, $seen->from->plusSeconds(-$details->travel * 60)) : '').
            ($details->place === '' ? '' : ", {$details->place}");
    }

    private function evening(User $user, LocalDate $day): Note
    {
        $left = count($this->leftovers->of($user, $day));

        return new Note(
            'Close the day',
            [
                match ($left) {
                    0 => 'Nothing is left over. Tomorrow waits to be laid out.',
                    1 => 'One thing is left over.',
                    default => "{$left} things are left over.",
                },
            ],
            [['words' => 'Close the day', 'url' => url("/close/{$day}")]],
        );
    }

    private function title(Delivery $one): string
    {
        return $one->entry === null
            ? 'Something that is not there any more'
            : SeriesOf::detailsOf($one->entry, $one->recurrence_id)->title;
    }

    private function when(User $user, Delivery $one): string
    {
        $at = $user->timeZone()->wall($one->starts_at);

        $isDue = $one->entry !== null && $one->entry->start === null;

        return ($isDue ? 'due ' : '').$user->region()->namedDate($at->date()).($one->all_day ? '' : ', '.$this->time($user, $at));
    }

    private function link(Delivery $one, string $answer): string
    {
        return URL::temporarySignedRoute('answer', now()->addDays(self::LINK_DAYS), [
            'delivery' => $one->id,
            'answer' => $answer,
            'fell' => $one->fell_at,
        ]);
    }

    private function time(User $user, LocalDateTime $at): string
    {
        return $user->region()->time($at->time()->hour(), $at->time()->minute());
    }

    private static function hours(int $minutes): string
    {
        return intdiv($minutes, 60).' h'.($minutes % 60 === 0 ? '' : sprintf(' %02d', $minutes % 60));
    }
}
