<?php

declare(strict_types=1);

namespace App\Actions\Templates;

use App\Access\Changeable;
use App\Actions\Entries\SaveSeries;
use App\Journal\WritePath;
use App\Models\Entry;
use App\Models\Template;
use App\Models\User;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Planning\Stamping\Part;
use PlumRota\Core\Recurrence\Season;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDate;

/** Makes entries of a template: on one day or several, or again and again by a rule. */
final readonly class StampTemplate
{
    public function __construct(private WritePath $writes)
    {
    }

    /**
     * @param  list<LocalDate>  $dates  days, or first days of weeks
     * @param  array<string, true>  $without  "date|part" of what is left out
     * @return list<Entry>
     *
     * @throws InvalidTime|TooDense
     */
    public function on(User $user, Template $template, array $dates, array $without): array
    {
        return $this->writes->run($user, "Stamped “{$template->name}”", function () use (
            $user,
            $template,
            $dates,
            $without,
        ): array {
            $made = [];
            foreach ($dates as $date) {
                foreach ($template->parts as $part) {
                    if (! isset($without["{$date}|{$part['part']}"])) {
                        $place = (new Part($part['day'], $part['at'], $part['length']))->on($date, $user->timeZone());
                        $made[] = self::make($user, $template, $part, new Series('', $place));
                    }
                }
            }

            return $made;
        });
    }

    /**
     * An entry at a place of its own: what was dropped somewhere, or caught for somewhere.
     *
     * @param  Placement|null  $place  null for the basket
     * @param  array<string, mixed>  $columns  what it has of its own
     */
    public function entry(User $user, Template $template, ?Placement $place, array $columns = []): Entry
    {
        return $this->writes->run(
            $user,
            "Stamped “{$template->name}”",
            fn (): Entry => self::make(
                $user,
                $template,
                $template->parts[0],
                $place === null ? null : new Series('', $place),
                $columns,
            ),
        );
    }

    /**
     * @param  int  $weeks  from one stamp to the next
     * @param  array<int, true>  $without  parts that are left out
     * @return list<Entry> routines
     *
     * @throws InvalidTime|TooDense
     */
    public function every(
        User $user,
        Template $template,
        LocalDate $first,
        int $weeks,
        ?LocalDate $last,
        ?Season $season,
        array $without,
    ): array {
        $label = "Stamped “{$template->name}” every ".($weeks === 1 ? 'week' : "{$weeks} weeks");

        return $this->writes->run($user, $label, function () use (
            $user,
            $template,
            $first,
            $weeks,
            $last,
            $season,
            $without,
        ): array {
            $made = [];
            foreach ($template->parts as $part) {
                if (! isset($without[$part['part']])) {
                    $shape = new Part($part['day'], $part['at'], $part['length']);
                    $made[] = self::make(
                        $user,
                        $template,
                        $part,
                        $shape->every($first, $user->timeZone(), $weeks, $last, $season),
                    );
                }
            }

            return $made;
        });
    }

    /**
     * @param  array{part: int, day: int, at: int|null, length: int, fields: array<string, mixed>}  $part
     * @param  array<string, mixed>  $columns
     */
    private static function make(User $user, Template $template, array $part, ?Series $series, array $columns = []): Entry
    {
        $mine = Changeable::by($user);
        $fields = array_intersect_key($part['fields'], array_flip(EntryFields::templated()));
        $known = $mine
            ->openCalendars()
            ->whereKey($fields['calendar_id'] ?? '')
            ->exists();
        if (! $known) {
            // Its calendar is gone: where new entries go.
            $fields['calendar_id'] =
                $mine->openCalendars()->whereKey($user->default_calendar_id)->value('id') ??
                $mine->openCalendars()->value('id');
        }
        if ($series === null) {
            $fields['kind'] = 'task';
        }
        $entry = $mine->newEntry([]);
        SaveSeries::into($entry, $series, [
            ...$fields,
            ...$columns,
            'template_id' => $template->id,
            'template_part' => $part['part'],
            ...$series?->breaks === null
                ? []
                : [
                    'seasons' => array_map(
                        fn (Season $one): array => ['from' => $one->from(), 'to' => $one->to()],
                        $series->breaks->seasons,
                    ),
                ],
        ]);

        return $entry;
    }
}
