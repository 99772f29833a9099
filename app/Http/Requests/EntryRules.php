<?php

declare(strict_types=1);

namespace App\Http\Requests;

use App\Access\Changeable;
use App\Models\User;
use Illuminate\Validation\Rule;
use PlumRota\Core\Planning\Missed;
use PlumRota\Core\Recurrence\OffDay;
use PlumRota\Core\Schedule\Scope;

/** What may be sent of an entry (EntryInput of the contract), group by group as a sheet shows it, and what is said where it may not. */
final class EntryRules
{
    public const MESSAGES = [
        'title.required' => 'Give it a title.',
        'title.max' => 'A title has room for 250 characters; the rest belongs into the notes.',
        'notes.max' => 'Notes have room for 20,000 characters.',
        'calendar_id.exists' => 'There is no such calendar.',
        'calendar_id.required' => 'Choose a calendar.',
        'estimate.between' => 'An estimate lies between nothing and 100 hours.',
        'travel.between' => 'Travel takes up to 24 hours.',
        'margin_before.between' => 'A margin lasts up to 24 hours.',
        'travel_back.between' => 'Travel takes up to 24 hours.',
        'margin.between' => 'A margin lasts up to 24 hours.',
        'colour.in' => Colours::UNKNOWN,
        'labels.max' => 'An entry carries up to 12 labels.',
        'labels.*.max' => 'A label has room for 40 characters.',
        'seasons.*.from.regex' => 'A season begins on a day and a month.',
        'seasons.*.to.regex' => 'A season ends on a day and a month.',
        'waiting_for.max' => 'A name has room for 120 characters.',
        'link.url' => 'A link begins with http:// or https://.',
        'checklist.*.text.required' => 'A step needs a few words.',
        'measure.max' => 'A unit has at most 20 letters, as km or pages.',
        'aim.between' => 'An aim lies between 1 and 50 times a week.',
        'shortest_piece.between' => 'A piece lasts between 15 minutes and 8 hours.',
        'own_hours.*.days.required' => 'On which weekdays can it be done?',
        'own_hours.*.to.gt' => 'Its own hours end after they begin.',
        'after_id.exists' => 'What it should wait for is not there any more.',
        'lead_ups.max' => 'Up to 40 lead-ups come before one date.',
        'lead_ups.*.title.required' => 'What is to be done before it?',
        'lead_ups.*.count.between' => 'A lead-up stands up to 366 days before its date.',
        'lead_ups.*.estimate.between' => 'An estimate lies between nothing and 100 hours.',
    ];

    /** @return array<string, mixed> */
    public static function what(User $user): array
    {
        return [
            'title' => ['required', 'string', 'max:250'],
            'calendar_id' => ['required', 'string', Changeable::by($user)->namesCalendar()],
            'kind' => ['required', 'in:task,event'],
            'notes' => ['nullable', 'string', 'max:20000'],
            'place' => ['nullable', 'string', 'max:250'],
            'link' => ['nullable', 'string', 'max:1000', 'url:http,https'],
            'colour' => ['nullable', Rule::in(Colours::ALL)],
            'labels' => ['present', 'array', 'max:12', new EachOnce('The same label stands there twice.')],
            'labels.*' => ['string', 'max:40'],
        ];
    }

    /** @return array<string, mixed> */
    public static function when(): array
    {
        return [
            'all_day' => ['required', 'boolean'],
            'start' => ['nullable', 'string', 'max:30'],
            'end' => ['nullable', 'string', 'max:30'],
            'zone' => ['nullable', 'string', 'max:60'],
            'end_zone' => ['nullable', 'string', 'max:60'],
            'floating' => ['sometimes', 'boolean'],
            'off_day' => ['sometimes', Rule::enum(OffDay::class)],
            'seasons' => ['sometimes', 'array', 'max:4'],
            'seasons.*.from' => ['required', 'regex:/^\d\d-\d\d$/'],
            'seasons.*.to' => ['required', 'regex:/^\d\d-\d\d$/'],
            'pauses' => ['sometimes', 'array', 'max:20'],
            'pauses.*.from' => ['required', new KnownDate('A pause begins on a date.')],
            'pauses.*.to' => ['required', new KnownDate('A pause ends on a date.')],
            'rule' => ['nullable', 'string', 'max:4000'],
            'after_done' => ['required', 'boolean'],
            'extra_dates' => ['sometimes', 'array', 'max:1000'],
            'extra_dates.*' => ['string', 'max:30'],
            'except_dates' => ['sometimes', 'array', 'max:1000'],
            'except_dates.*' => ['string', 'max:30'],
        ];
    }

    /** @return array<string, mixed> what is to be done about it, and what of it */
    public static function work(User $user): array
    {
        return [
            'due' => ['nullable', 'string', 'max:30'],
            'missed' => ['required', Rule::enum(Missed::class)],
            'importance' => ['nullable', 'in:must,should,could'],
            'effort' => ['nullable', 'in:light,steady,demanding'],
            'estimate' => ['nullable', 'integer', 'between:0,6000'],
            'checklist' => ['present', 'array', 'max:100'],
            'checklist.*.text' => ['required', 'string', 'max:250'],
            'checklist.*.done' => ['required', 'boolean'],
            'not_before' => ['nullable', new KnownDate('Not before which date?')],
            'around' => ['nullable', 'string', new KnownWeek($user->wallNow()->date())],
            'waiting_for' => ['nullable', 'string', 'max:120'],
            'ask_again' => ['nullable', new KnownDate('Ask again on which date?')],
            'opens_round' => ['nullable', 'in:week,month'],
            'measure' => ['nullable', 'string', 'max:20'],
            'aim' => ['nullable', 'integer', 'between:1,50'],
            'shortest_piece' => ['nullable', 'integer', 'between:15,480'],
            'own_hours' => ['sometimes', 'array', 'max:7'],
            'own_hours.*.days' => ['required', 'array', 'min:1', 'max:7'],
            'own_hours.*.days.*' => ['integer', 'between:1,7'],
            'own_hours.*.from' => ['required', 'integer', 'between:0,1439'],
            'own_hours.*.to' => ['required', 'integer', 'between:1,1440', 'gt:own_hours.*.from'],
            'after_id' => ['nullable', 'string', 'max:26', Changeable::by($user)->namesEntry()],
        ];
    }

    /** @return array<string, mixed> what leads up to it, line by line */
    public static function leadUps(): array
    {
        return [
            'lead_ups' => ['sometimes', 'array', 'max:40'],
            'lead_ups.*.id' => ['nullable', 'string', 'max:26'],
            'lead_ups.*.title' => ['required', 'string', 'max:250'],
            'lead_ups.*.count' => ['required', 'integer', 'between:0,366'],
            'lead_ups.*.unit' => ['required', 'in:days,weeks,working_days'],
            'lead_ups.*.estimate' => ['nullable', 'integer', 'between:0,6000'],
            'lead_ups.*.place' => ['required', 'in:day,basket'],
            'lead_ups.*.is_due' => ['required', 'boolean'],
            'lead_ups.*.waits' => ['required', 'boolean'],
        ];
    }

    /** @return array<string, mixed> */
    public static function reminding(): array
    {
        return [
            'reminders' => ['present', 'nullable', 'array', 'max:10'],
            'reminders.*' => ['string', new KnownReminder()],
            'always_through' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<string, mixed> how it counts in the load of a day */
    public static function counting(): array
    {
        return [
            'busy' => ['required', 'boolean'],
            'tentative' => ['required', 'boolean'],
            'private' => ['required', 'boolean'],
            'protected' => ['required', 'boolean'],
            'travel' => ['required', 'integer', 'between:0,1440'],
            'margin' => ['required', 'integer', 'between:0,1440'],
            'margin_before' => ['sometimes', 'integer', 'between:0,1440'],
            'travel_back' => ['sometimes', 'integer', 'between:0,1440'],
            'overlaps' => ['sometimes', 'boolean'],
        ];
    }

    /** @return array<string, mixed> how far it reaches, and over what it may lie */
    public static function saving(): array
    {
        return [
            'over_protected' => ['sometimes', 'boolean'],
            'scope' => ['sometimes', Rule::enum(Scope::class)],
            'recurrence_id' => ['sometimes', 'nullable', 'string', 'max:30'],
            'version' => ['sometimes', 'integer'],
        ];
    }
}
