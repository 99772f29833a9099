<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use App\Actions\Entries\EntryValues;
use App\Http\Resources\EntryForm;
use App\Mapping\SeriesOf;
use App\Models\Entry;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Illuminate\Validation\Validator;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Recurrence\RecurrenceRule;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Breaks;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Scope;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\Around;
use PlumRota\Core\Time\InvalidTime;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\PlannableDays;
use PlumRota\Core\Time\Zone;

/**
 * An entry as its sheet sends it. A PATCH may leave out what stays as it is.
 *
 * "end" is the last day of an all-day entry, itself included, and the moment a timed one ends.
 *
 * @phpstan-import-type Line from \App\Actions\Entries\KeepLeadUps
 */
class EntryRequest extends FormRequest
{
    private ?Series $series = null;

    /** @var list<string>|null fields that were sent, where the others stay as they are */
    private ?array $sent = null;

    /** @return array<string, mixed> */
    public function rules(): array
    {
        return EntryRules::of(Account::of($this));
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return EntryRules::messages();
    }

    protected function prepareForValidation(): void
    {
        $entry = $this->entry();
        $this->sent = $entry === null ? null : array_map(strval(...), array_keys($this->all()));
        $start = $this->input('start');
        // Whoever gives hours means hours, and a day where it is a day alone.
        if (! $this->has('all_day') && is_string($start)) {
            $this->merge(['all_day' => ! str_contains($start, 'T')]);
        }
        $this->mergeIfMissing(EntryForm::of($entry ?? $this->newOne()));
    }

    /** @return list<\Closure(Validator): void> */
    public function after(): array
    {
        return [fn (Validator $validator) => $validator->errors()->isEmpty() ? $this->understand($validator) : null];
    }

    public function series(): ?Series
    {
        return $this->series;
    }

    public function values(): EntryValues
    {
        return new EntryValues($this->series, [...$this->said(), ...$this->concluded()], $this->sent, $this->leadUps());
    }

    /** @return array<string, mixed> what was said of each field that its place and its rhythm do not tell */
    private function said(): array
    {
        $columns = [];
        foreach (EntryRules::fields() as $name => $field) {
            if (! $field->isPlace) {
                $columns[$name] = RulesOf::value($field->type, $this->input($name));
            }
        }

        return $columns;
    }

    /** @return array<string, mixed> what follows from several of them */
    private function concluded(): array
    {
        $isRoutine = $this->series?->rule !== null;
        $reminders = array_filter($this->array('reminders'), is_string(...));
        $labels = array_map(fn (mixed $label): string => is_string($label) ? trim($label) : '', $this->array('labels'));
        $hours = RulesOf::value(EntryRules::fields()['own_hours']->type, $this->input('own_hours'));

        return [
            'around' => $this->filled('around')
                ? (string) Around::read($this->string('around')->value(), Account::of($this)->wallNow()->date())
                : null,
            'waiting_for' => $this->string('waiting_for')->trim()->value(),
            'measure' => trim($this->string('measure')->value()) ?: null,
            'labels' => array_values(array_filter($labels, fn (string $label): bool => $label !== '')),
            'own_reminders' => $this->input('reminders') !== null,
            'reminders' => array_values(array_unique($reminders)),
            'own_hours' => is_array($hours) ? array_values(array_map(self::sorted(...), $hours)) : [],
            'tentative' => $this->boolean('busy') && $this->boolean('tentative'),
            'end_zone' => $this->series === null || $this->boolean('all_day') || $this->boolean('floating') ? null : $this->endZone(),
            // What only a rhythm has.
            ...$isRoutine ? ['off_day' => $this->string('off_day')->value() ?: 'keep'] : [
                'off_day' => 'keep',
                'seasons' => [],
                'pauses' => [],
                'aim' => null,
            ],
        ];
    }

    /** Hours with each of their weekdays once, in order. */
    private static function sorted(mixed $hours): mixed
    {
        if (is_array($hours) && is_array($hours['days'] ?? null)) {
            $days = array_values(array_unique(array_filter($hours['days'], is_int(...))));
            sort($days);
            $hours['days'] = $days;
        }

        return $hours;
    }

    /** @return list<Line> */
    private function leadUps(): array
    {
        $lines = [];
        foreach ($this->array('lead_ups') as $line) {
            assert(is_array($line));
            $place = $line['place'] ?? null;
            $lines[] = [
                'id' => is_string($line['id'] ?? null) ? $line['id'] : null,
                'title' => is_string($line['title'] ?? null) ? trim($line['title']) : '',
                'count' => is_numeric($line['count'] ?? null) ? (int) $line['count'] : 0,
                'unit' => is_string($line['unit'] ?? null) ? $line['unit'] : 'days',
                'estimate' => is_numeric($line['estimate'] ?? null) ? (int) $line['estimate'] : null,
                'place' => $place === 'basket' ? 'basket' : 'day',
                'is_due' => filter_var($line['is_due'] ?? false, FILTER_VALIDATE_BOOL),
                'waits' => filter_var($line['waits'] ?? false, FILTER_VALIDATE_BOOL),
            ];
        }

        return $lines;
    }

    public function scope(): Scope
    {
        return Scope::tryFrom($this->string('scope')->value()) ?? Scope::Whole;
    }

    public function recurrenceId(): ?string
    {
        return $this->filled('recurrence_id') ? $this->string('recurrence_id')->value() : null;
    }

    public function version(): ?int
    {
        return $this->filled('version') ? $this->integer('version') : null;
    }

    protected function entry(): ?Entry
    {
        $id = $this->route('entry');

        return is_string($id) ? Changeable::by(Account::of($this))->entry($id) : null;
    }

    private function understand(Validator $validator): void
    {
        $field = 'start';
        try {
            $start = $this->filled('start') ? $this->string('start')->value() : null;
            if ($this->input('due') !== null) {
                $field = 'due';
                $due = $this->string('due')->value();
                $this->merge([
                    'due' => str_contains($due, 'T')
                        ? (string) PlannableDays::moment($due)
                        : (string) PlannableDays::date($due),
                ]);
            }
            if ($start === null) {
                $this->requireNoPlace($validator);

                return;
            }
            $field = 'zone';
            $zone = $this->filled('zone') ? Zone::of($this->string('zone')->value()) : Account::of($this)->timeZone();
            $field = 'start';
            $first = $this->boolean('all_day')
                ? PlannableDays::date(substr($start, 0, 10))->startOfDay()
                : PlannableDays::moment($start);
            $field = 'end';
            $placement = $this->placement($first, $zone);
            $field = 'rule';
            $rule = $this->filled('rule') ? RuleParser::parse($this->string('rule')->value()) : null;
            if ($rule !== null) {
                $this->requireDates($rule, $first);
            }
            $breaks = $rule === null ? null : $this->breaks();
            $field = 'extra_dates';
            $extra = $this->singleDates('extra_dates', $placement);
            $field = 'except_dates';
            $except = $this->singleDates('except_dates', $placement);
            $this->series = new Series(
                '',
                $placement,
                $rule,
                $extra,
                $rule === null && $extra === [] ? [] : $except,
                $rule !== null && $this->boolean('after_done'),
                $breaks,
            );
        } catch (InvalidTime|InvalidRule $e) {
            $validator->errors()->add($field, $e->getMessage());
        }
    }

    /** @param  Zone  $zone  plays no part in what is meant wherever one is */
    private function placement(LocalDateTime $first, Zone $zone): Placement
    {
        $end = $this->filled('end') ? $this->string('end')->value() : null;
        if ($this->boolean('all_day')) {
            $last = $end === null ? $first->date() : PlannableDays::date(substr($end, 0, 10));

            return Placement::allDay($first->date(), $last->dayNumber() - $first->dayNumber() + 1);
        }
        $to = $end === null ? $first->plusMinutes(30) : PlannableDays::moment($end);

        if ($this->boolean('floating')) {
            return Placement::timed($first, intdiv($to->seconds - $first->seconds, 60), null);
        }
        if ($end !== null && $this->endZone() !== null) {
            $to = $zone->wall(Zone::of((string) $this->endZone())->instant($to));
        }

        return Placement::timed($first, intdiv($to->seconds - $first->seconds, 60), $zone);
    }

    /**
     * Dates that come besides the rule, or not at all; where it has hours a date stands for those of the start.
     *
     * @return list<LocalDateTime> each once, in order
     *
     * @throws InvalidTime
     */
    private function singleDates(string $name, Placement $placement): array
    {
        $dates = [];
        foreach ($this->array($name) as $text) {
            assert(is_string($text));
            $date = $placement->allDay
                ? PlannableDays::date(substr($text, 0, 10))->startOfDay()
                : (str_contains($text, 'T')
                    ? PlannableDays::moment($text)
                    : LocalDateTime::of(PlannableDays::date($text), $placement->start->time()));
            $dates[$date->seconds] = $date;
        }
        ksort($dates);

        return array_values($dates);
    }

    /** Null where the end is told by the clocks of the start. */
    private function endZone(): ?string
    {
        $zone = $this->filled('end_zone') ? $this->string('end_zone')->value() : null;

        return $zone === $this->input('zone') ? null : $zone;
    }

    private function breaks(): ?Breaks
    {
        return SeriesOf::breaks(
            $this->string('off_day')->value() ?: 'keep',
            $this->stretches('seasons'),
            $this->stretches('pauses'),
        );
    }

    /** @return list<array{from: string, to: string}> */
    private function stretches(string $name): array
    {
        /** @var list<array{from: string, to: string}> $stretches  as validated */
        $stretches = array_values($this->array($name));

        return array_map(fn (array $one): array => ['from' => $one['from'], 'to' => $one['to']], $stretches);
    }

    private function requireNoPlace(Validator $validator): void
    {
        if ($this->input('kind') === 'event') {
            $validator->errors()->add('start', 'An event needs a day. Only a task can wait in the basket.');
        }
        if ($this->filled('rule')) {
            $validator->errors()->add('start', 'A rhythm needs a day to start on.');
        }
    }

    private function requireDates(RecurrenceRule $rule, LocalDateTime $start): void
    {
        if (RecurrenceSet::firstOnOrAfter($rule, $start) === null) {
            throw new InvalidRule('This rhythm never falls on any date.');
        }
    }

    /** What is not said of a new one is as its calendar has it, or as any new entry. */
    private function newOne(): Entry
    {
        $id = $this->input('calendar_id');
        $calendar = is_string($id) ? Changeable::by(Account::of($this))->openCalendars()->find($id) : null;

        return EntryForm::blank(Account::of($this), $calendar);
    }
}
