<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use App\Reading\EntryRows;
use App\Reading\OverrideRow;
use App\Reading\OverrideRows;
use Illuminate\Support\Collection;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Schedule\Occurrence;
use PlumRota\Core\Schedule\Override;
use PlumRota\Core\Schedule\Timeline;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\TimeRange;
use PlumRota\Core\Time\Zone;

/**
 * What the next week would look like if the account moved to another time zone: routines at their time of day, or at their
 * moment.
 */
final readonly class AnotherZone
{
    private const DAYS = 7;

    private const MOST = 60;

    public function __construct(private DaysOff $daysOff, private EntryRows $entries, private OverrideRows $overrides)
    {
    }

    /**
     * @return array{wall: list<array{title: string, start: string}>, instant: list<array{title: string, start: string}>} by
     *   start, on the walls of the new zone
     */
    public function show(User $user, Zone $zone): array
    {
        $routines = self::routines($user);

        return [
            'wall' => $this->week($user, $zone, $routines, true),
            'instant' => $this->week($user, $zone, $routines, false),
        ];
    }

    /** @return Collection<int, Entry> those that go by the clocks of the account's zone */
    public static function routines(User $user): Collection
    {
        return Visible::to($user)
            ->entries()
            ->where('zone', $user->zone)
            ->where('all_day', false)
            ->where(fn ($either) => $either->whereNotNull('rule')->orWhere('extra_dates', '<>', '[]'))
            ->orderBy('start')
            ->get();
    }

    /**
     * @param  Collection<int, Entry>  $routines
     * @return list<array{title: string, start: string}>
     */
    private function week(User $user, Zone $zone, Collection $routines, bool $keepsWall): array
    {
        $timeline = new Timeline($zone, $this->daysOff->marks($user));
        $window = TimeRange::days($zone->wall(now()->getTimestamp())->date()->plusDays(1), self::DAYS);
        $near = $this->near($user, $routines, $window);
        $shown = [];
        foreach ($routines as $entry) {
            try {
                $series = SeriesOf::entry($entry);
                $overrides = array_map(SeriesOf::override(...), $near[$entry->id] ?? []);
                if ($series !== null && $keepsWall) {
                    $series = $series->inZone($zone);
                    $overrides = array_map(fn (Override $one): Override => $one->inZone($user->timeZone(), $zone), $overrides);
                }
                $occurrences = $series === null ? [] : $timeline->occurrences($series, $overrides, $window, self::MOST);
            } catch (InvalidTime|InvalidRule) {
                continue;
            }
            $shown = [
                ...$shown,
                ...array_map(
                    fn (Occurrence $one): array => ['title' => $one->details->title, 'start' => (string) $one->seen->from],
                    $occurrences,
                ),
            ];
        }
        usort($shown, fn (array $a, array $b): int => $a['start'] <=> $b['start']);

        return array_slice($shown, 0, self::MOST);
    }

    /**
     * @param  Collection<int, Entry>  $routines
     * @return array<string, list<OverrideRow>> by entry
     */
    private function near(User $user, Collection $routines, TimeRange $window): array
    {
        $entries = $this->entries->named(Visible::to($user), array_values(array_map(fn (Entry $one): string => $one->id, $routines->all())));
        // On the walls of either zone.
        [$from, $to] = [$window->from->date()->plusDays(-Zone::FURTHEST_DAYS), $window->to->date()->plusDays(Zone::FURTHEST_DAYS)];

        return $this->overrides->near(Visible::to($user), $entries, (string) $from, (string) $to, isAll: false);
    }
}
