<?php

declare(strict_types=1);

namespace App\Actions\Templates;

use App\Actions\Entries\ChosenOccurrences;
use App\Journal\WritePath;
use App\Models\Template;
use App\Models\User;
use App\Queries\Occurrences\OccurrencePlace;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\Details;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;

/** Keeps an entry, or the chosen blocks of a day or a week, to be stamped again. */
final readonly class KeepTemplate
{
    public function __construct(private WritePath $writes, private OccurrencePlace $places)
    {
    }

    /**
     * @param  'entry'|'day'|'week'  $kind
     * @param  non-empty-list<ChosenOccurrences>  $chosen
     * @param  LocalDate  $first  the day, or the first of the week; plays no part for an entry
     *
     * @throws NoSuchOccurrence
     * @throws CannotReschedule where something chosen lies elsewhere
     */
    public function keep(User $user, string $kind, string $name, array $chosen, LocalDate $first): Template
    {
        return $this->writes->run($user, "Kept the template “{$name}”", function () use (
            $user,
            $kind,
            $name,
            $chosen,
            $first,
        ): Template {
            $parts = [];
            foreach ($chosen as $i => $one) {
                $id = $one->recurrenceId ?? Series::ONCE;
                $place = $one->entry->start === null ? null : $this->places->of($user, $one->entry, $id);
                $parts[] = self::part($user, $i, $kind, $one, $place, $first);
            }
            // One of the same name gives way.
            $user->templates()->where('name', $name)->get()->each(fn (Template $old) => $old->delete());
            $template = new Template([
                'user_id' => $user->id,
                'kind' => $kind,
                'name' => $name,
                'parts' => $parts,
                'position' => $user->templates()->count(),
            ]);
            $template->save();

            return $template;
        });
    }

    /**
     * @param  'entry'|'day'|'week'  $kind
     * @return array{part: int, day: int, at: int|null, length: int, fields: array<string, mixed>}
     *
     * @throws CannotReschedule
     */
    private static function part(
        User $user,
        int $number,
        string $kind,
        ChosenOccurrences $one,
        ?Placement $place,
        LocalDate $first,
    ): array {
        $seen = $place?->seenFrom($user->timeZone())->from;
        $day = $kind === 'entry' || $seen === null ? 0 : $seen->dayNumber() - $first->dayNumber();
        if ($day < 0 || $day > ($kind === 'week' ? 6 : 0)) {
            throw new CannotReschedule("“{$one->entry->title}” lies on another day than those that are kept.");
        }
        $fields = $one->entry->only(EntryFields::templated());
        $own =
            $one->entry
                ->overrides()
                ->where('recurrence_id', $one->recurrenceId ?? Series::ONCE)
                ->first()->fields ?? [];
        $fields = [...$fields, ...array_intersect_key($own, array_flip(array_intersect(EntryFields::templated(), Details::OWN)))];
        $steps = $fields['checklist'];
        $fields['checklist'] = array_map(
            fn (mixed $step): array => [
                'text' => is_array($step) && is_string($step['text'] ?? null) ? $step['text'] : '',
                'done' => false,
            ],
            is_array($steps) ? array_values($steps) : [],
        );

        return [
            'part' => $number,
            'day' => $day,
            'at' => $place === null || $place->allDay || $seen === null ? null : intdiv($seen->seconds % 86400, 60),
            'length' => $place->length ?? 1,
            'fields' => $fields,
        ];
    }
}
