<?php

declare(strict_types=1);

namespace App\Queries\Screens;

use App\Access\Visible;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use Illuminate\Support\Collection;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Schedule\Occurrence;
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

    public function __construct(private DaysOff $daysOff)
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
            ->with('overrides')
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
        $shown = [];
        foreach ($routines as $entry) {
            try {
                $series = SeriesOf::entry($entry);
                $occurrences =
                    $series === null
                        ? []
                        : $timeline->occurrences($keepsWall ? $series->inZone($zone) : $series, [], $window, self::MOST);
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
}
