<?php

declare(strict_types=1);

namespace App\Queries\Reminding;

use App\Access\Visible;
use App\Exceptions\StorageTrouble;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\OccurrenceOverride;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use App\Reading\OverrideRows;
use PlumRota\Core\Reminding\Channel;
use PlumRota\Core\Reminding\Moments;
use PlumRota\Core\Reminding\QuietHours;
use PlumRota\Core\Reminding\Reminder;
use PlumRota\Core\Reminding\Trigger;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;
use Throwable;

/**
 * What should be written down of an entry, or of the days themselves, in a stretch of time: rows of the table of deliveries.
 *
 * @phpstan-type Row array{
 *     user_id: int, kind: string, entry_id: string|null, recurrence_id: string, trigger: string, channel: string, key: string,
 *     fell_at: int, moment: int, starts_at: int, all_day: bool
 * }
 */
final readonly class ReminderRows
{
    /** Seconds; after a longer absence than this nobody wants to hear what fell before. */
    public const LONGEST_BACK = 14 * 86400;

    /** Days that zones and clock changes may lie between a day of the rule and where it is seen. */
    private const BESIDE_DAYS = 3;

    public function __construct(private DaysOff $daysOff, private OverrideRows $overrides)
    {
    }

    /**
     * @param  int  $after  Unix seconds, not included
     * @param  int  $until  Unix seconds, included
     * @param  int|null  $unchangedSince  leaves out what fell, by this moment, before its entry was last written: it was dealt
     *   with then
     * @return list<Row>
     */
    public function of(User $user, Entry $entry, int $after, int $until, ?int $unchangedSince = null): array
    {
        $calendars = Visible::to($user)->calendars()->get()->keyBy('id');
        $channelsOf = fn (Details $details, bool $isAllDay): array => self::channels(
            Reminder::applying(
                $details->reminders,
                $calendars[$details->calendar_id]->reminders ?? [],
                $calendars[$details->calendar_id]->reminders_all_day ?? [],
                $isAllDay,
            ),
        );
        $rows = [];
        try {
            $moments = iterator_to_array($this->moments($user, $entry, $channelsOf, $after, $until), false);
        } catch (Throwable $fault) {
            if (StorageTrouble::sentence($fault) !== null) {
                throw $fault;
            }
            report($fault); // one that cannot be reckoned with silences no other

            return [];
        }
        foreach ($moments as [$trigger, $at, $recurrenceId, $startsAt, $isAllDay, $details]) {
            if ($unchangedSince !== null && $at <= self::lastWritten($entry, $recurrenceId, $unchangedSince)) {
                continue;
            }
            foreach ($channelsOf($details, $isAllDay)[$trigger] ?? [] as $channel) {
                $rows[] = [
                    'user_id' => $user->id,
                    'kind' => 'reminder',
                    'entry_id' => $entry->id,
                    'recurrence_id' => $recurrenceId,
                    'trigger' => $trigger,
                    'channel' => $channel->value,
                    'key' => "{$entry->id}|{$recurrenceId}|{$trigger}|{$channel->value}",
                    'fell_at' => $at,
                    'moment' => $this->held($user, $details, $at),
                    'starts_at' => $startsAt,
                    'all_day' => $isAllDay,
                ];
            }
        }

        return $rows;
    }

    /**
     * Takes along of what makes its occurrences differ what may matter for reminders after a moment: nothing of the years before.
     *
     * @param  int  $after  Unix seconds
     * @param  list<string>  $recurrenceIds  of those that matter besides
     */
    public function loadOverrides(User $user, Entry $entry, int $after, array $recurrenceIds = []): void
    {
        $day = $user->timeZone()->wall($after)->date()->plusDays(-self::BESIDE_DAYS);
        $due = $entry->due === null || $entry->start === null ? null : Due::parse($entry->due)->day();
        $dueDays = $due === null ? 0 : $due->dayNumber() - LocalDate::parse(substr((string) $entry->start, 0, 10))->dayNumber();
        $this->overrides->load($entry, (string) $day, $dueDays, $recurrenceIds);
    }

    /** The moment at which what falls then may be handed over. */
    public function held(User $user, Details|Entry $entry, int $at): int
    {
        return $entry->always_through ? $at : (new QuietHours($user->quiet_from, $user->quiet_to))->held($at, $user->timeZone());
    }

    /**
     * @param  int  $after  Unix seconds, not included
     * @param  int  $until  Unix seconds, included
     * @return list<Row> the day's agenda and the evening's call to close it
     */
    public function daily(User $user, int $after, int $until): array
    {
        $zone = $user->timeZone();
        $rows = [];
        $first = $zone->wall($after)->date();
        for ($day = $first; $day->dayNumber() <= $zone->wall($until)->dayNumber(); $day = $day->plusDays(1)) {
            foreach (['agenda' => $user->agenda_at, 'evening' => $user->evening_at] as $kind => $minute) {
                $at = $minute === null ? null : $zone->instant($day->at(intdiv($minute, 60), $minute % 60));
                if ($at === null || $at <= $after || $at > $until) {
                    continue;
                }
                foreach ($user->agenda_channels as $channel) {
                    $rows[] = [
                        'user_id' => $user->id,
                        'kind' => $kind,
                        'entry_id' => null,
                        'recurrence_id' => (string) $day,
                        'trigger' => '',
                        'channel' => $channel,
                        'key' => "{$kind}|{$user->id}|{$day}|{$channel}",
                        'fell_at' => $at,
                        'moment' => $at,
                        'starts_at' => $at,
                        'all_day' => true,
                    ];
                }
            }
        }

        return $rows;
    }

    /**
     * @param  \Closure(Details, bool): array<string, list<Channel>>  $channelsOf  by trigger
     * @return \Generator<array{string, int, string, int, bool, Details}>  trigger, moment, recurrence id, start, whether all-day
     */
    private function moments(User $user, Entry $entry, \Closure $channelsOf, int $after, int $until): \Generator
    {
        $moments = new Moments($user->timeZone(), $this->daysOff->marks($user));
        $series = SeriesOf::entry($entry);
        $changes = array_values($entry->overrides->map(SeriesOf::override(...))->all());
        $parsed = fn (array $channels): array => array_map(Trigger::parse(...), array_map(strval(...), array_keys($channels)));
        $details = SeriesOf::details($entry);
        $all = $channelsOf($details, false) + $channelsOf($details, true);
        foreach ($changes as $change) {
            $all +=
                $change->own === []
                    ? []
                    : $channelsOf($details->with($change->own), false) + $channelsOf($details->with($change->own), true);
        }
        if ($series !== null) {
            $of = fn (Occurrence $one): array => $parsed($channelsOf($one->details, $one->placement->allDay));
            foreach ($moments->between($series, $changes, $parsed($all), $after, $until, $of) as $one) {
                yield [
                    (string) $one->trigger,
                    $one->at,
                    $one->occurrence->recurrenceId,
                    $one->occurrence->placement->startsAt($user->timeZone()),
                    $one->occurrence->placement->allDay,
                    $one->occurrence->details,
                ];
            }
        } elseif (
            $entry->due !== null &&
            $entry->overrides->every(
                fn (OccurrenceOverride $change): bool => $change->done_at === null && $change->let_go_at === null,
            )
        ) {
            foreach ($moments->ofUnscheduled($entry->due, $parsed($all), $after, $until) as $one) {
                $hasHour = str_contains($entry->due, 'T');
                $due = Due::parse($entry->due);
                yield [
                    (string) $one['trigger'],
                    $one['at'],
                    Series::ONCE,
                    $hasHour ? $due->instant($user->timeZone()) : $user->timeZone()->instant($due->day()->startOfDay()),
                    ! $hasHour,
                    $details,
                ];
            }
        }
    }

    /**
     * @param  list<string>  $reminders
     * @return array<string, list<Channel>> by trigger
     */
    private static function channels(array $reminders): array
    {
        $channels = [];
        foreach (array_map(Reminder::parse(...), $reminders) as $reminder) {
            $channels[(string) $reminder->trigger] = [...$channels[(string) $reminder->trigger] ?? [], ...$reminder->channels];
        }

        return $channels;
    }

    /** Unix seconds; a stamp that lies ahead of now was made by a clock that was wrong, and says nothing. */
    private static function lastWritten(Entry $entry, string $recurrenceId, int $now): int
    {
        $stamps = [
            $entry->updated_at,
            $entry->calendar->updated_at,
            $entry->overrides->firstWhere('recurrence_id', $recurrenceId)?->updated_at,
        ];

        return max(
            0,
            ...array_map(
                fn (mixed $stamp): int => $stamp instanceof \DateTimeInterface && $stamp->getTimestamp() <= $now
                    ? $stamp->getTimestamp()
                    : 0,
                $stamps,
            ),
        );
    }
}
