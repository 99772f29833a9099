<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Journal\WritePath;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Due;
use PlumRota\Core\Schedule\LeadUp;

/** Lays out anew what leads up to something: evenly between today and its date, or where the leads want it though somebody put it elsewhere. */
final readonly class ArrangeLeadUps
{
    public function __construct(private WritePath $writes, private KeepLeadUps $leadUps)
    {
    }

    /** @throws CannotReschedule where its date is not ahead, or there are many of them */
    public function spread(User $user, Entry $anchor): void
    {
        $series = SeriesOf::entry($anchor);
        if ($series !== null && $series->isRoutine()) {
            throw new CannotReschedule('A routine has many dates: what leads up to it comes as long before each of them.');
        }
        $date = $anchor->due === null ? $series?->placement->start->date() : Due::parse($anchor->due)->day();
        $today = $user->wallNow()->date();
        if ($date === null || ! $today->isBefore($date)) {
            throw new CannotReschedule('Its date is not ahead, so there are no days to spread them over.');
        }
        $this->writes->run($user, "Spread what leads up to “{$anchor->title}”", function () use (
            $user,
            $anchor,
            $today,
            $date,
        ): void {
            $lines = KeepLeadUps::lines($anchor);
            $isOpen = array_map(fn (array $line): bool => ! self::isDone($anchor, $line['id']), $lines);
            $before = LeadUp::spread(count(array_filter($isOpen)), $today, $date);
            $spread = [];
            foreach ($lines as $i => $line) {
                $spread[] = $isOpen[$i] ? [...$line, 'count' => array_shift($before) ?? 0, 'unit' => 'days'] : $line;
            }
            $this->leadUps->keep($user, $anchor, $spread);
        });
    }

    /** What was put elsewhere by hand, and is not done, goes where its lead wants it. */
    public function align(User $user, Entry $anchor): void
    {
        $this->writes->run($user, "Moved what leads up to “{$anchor->title}”", function () use ($user, $anchor): void {
            foreach ($anchor->leadUps()->get() as $one) {
                if (LayLeadUp::isByHand($one) && ! self::isDone($anchor, $one->id)) {
                    $this->leadUps->layAgain($user, $anchor, $one);
                }
            }
        });
    }

    private static function isDone(Entry $anchor, ?string $id): bool
    {
        return $anchor->leadUps()->whereKey($id)->whereHas('overrides', fn ($all) => $all->whereNotNull('done_at'))->exists();
    }
}
