<?php

declare(strict_types=1);

namespace App\Actions\Entries;

use App\Mapping\SeriesOf;
use App\Models\Entry;
use App\Models\User;
use App\Queries\Occurrences\DaysOff;
use PlumRota\Core\Recurrence\Lead;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\LeadUp;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\Successor;
use PlumRota\Core\Time\LocalDateTime;

/** Puts what leads up to something where its lead wants it: on a day, or into the basket not before that day. */
final readonly class LayLeadUp
{
    public function __construct(private DaysOff $daysOff, private RekeyOverrides $rekey)
    {
    }

    /** Whether somebody has put it elsewhere than its lead did. Of a routine that is told of each occurrence. */
    public static function isByHand(Entry $leadUp): bool
    {
        return ! $leadUp->isRoutine() && ($leadUp->start ?? $leadUp->not_before) !== $leadUp->lead_at;
    }

    /** Whether it is due on the day that its lead gave it. */
    public static function isDue(Entry $leadUp): bool
    {
        return $leadUp->due !== null && ($leadUp->isRoutine() || $leadUp->due === $leadUp->lead_at);
    }

    /**
     * @param  array<string, mixed>  $columns  others to save with it
     * @param  'day'|'basket'|null  $place  null to leave it where somebody put it
     *
     * @throws CannotReschedule where nothing can lead up to that
     */
    public function lay(
        User $user,
        Entry $leadUp,
        Entry $anchor,
        Lead $lead,
        ?string $place,
        bool $isDue,
        array $columns = [],
    ): void {
        $series = SeriesOf::entry($anchor);
        $columns = [...$columns, 'leads_to' => $anchor->id, 'lead_count' => $lead->count, 'lead_unit' => $lead->unit];
        if ($series !== null && $series->isRoutine()) {
            $this->routine($leadUp, $series, LeadUp::series($series, $lead), $anchor, $isDue, $columns);

            return;
        }
        $day = LeadUp::day($series, $anchor->due, $lead, $this->daysOff->marks($user));
        if ($day === null) {
            throw new CannotReschedule('It needs a day or a due date that something can lead up to.');
        }
        $columns = [...$columns, 'lead_shift' => 0, 'lead_at' => (string) $day, 'due' => $isDue ? (string) $day : null];
        $old = $leadUp->exists ? SeriesOf::mendable($leadUp) : null;
        [$new, $notBefore] = match ($place) {
            'day' => [new Series('', Placement::allDay($day)), null],
            'basket' => [null, (string) $day],
            default => [$old, $leadUp->not_before],
        };
        SaveSeries::into($leadUp, $new, [...$columns, 'not_before' => $notBefore]);
        if ($old !== null && $old->isRoutine()) {
            $this->rekey->apply($leadUp, $old, $new, fn (LocalDateTime $date): LocalDateTime => $date);
        }
    }

    /** @param  array<string, mixed>  $columns */
    private function routine(Entry $leadUp, Series $anchorSeries, Series $new, Entry $anchor, bool $isDue, array $columns): void
    {
        $old = $leadUp->exists ? SeriesOf::mendable($leadUp) : null;
        SaveSeries::into($leadUp, $new, [
            ...$columns,
            'lead_shift' => $new->breaks->lead->shift ?? 0,
            'lead_at' => null,
            'not_before' => null,
            'due' => $isDue ? $new->placement->startText() : null,
            'off_day' => $anchor->off_day,
            'seasons' => $anchor->seasons,
            'pauses' => $anchor->pauses,
        ]);
        if ($old !== null && ! $new->hasRhythmOf($old)) {
            $this->rekey->apply($leadUp, $old, $new, (new Successor($old, $new))->of(...));
        }
    }
}
