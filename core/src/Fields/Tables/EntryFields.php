<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Tables;

use PlumRota\Core\Fields\Colour;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Types\Date;
use PlumRota\Core\Fields\Types\Flag;
use PlumRota\Core\Fields\Types\Id;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Maybe;
use PlumRota\Core\Fields\Types\Moment;
use PlumRota\Core\Fields\Types\OneOf;
use PlumRota\Core\Fields\Types\ReminderText;
use PlumRota\Core\Fields\Types\RuleText;
use PlumRota\Core\Fields\Types\Shape;
use PlumRota\Core\Fields\Types\Text;
use PlumRota\Core\Fields\Types\WeekOrMonth;
use PlumRota\Core\Fields\Types\Whole;
use PlumRota\Core\Fields\Types\ZoneName;

/**
 * Every field of an entry. A new one is a line here, a column (a migration) and its place in the sheet and the contract; what one
 * occurrence may have of its own is in `Schedule\Details` besides.
 */
final class EntryFields
{
    /** Minutes of work, and minutes kept free. */
    private const MOST_WORK = 6000;

    private const MOST_MARGIN = 1440;

    /** @return array<string, Field> by name */
    public static function all(): array
    {
        /** @var array<string, Field>|null $all */
        static $all = null;

        return $all ??= array_column(
            [
                ...self::what(),
                ...self::when(),
                ...self::work(),
                ...self::leading(),
                ...self::reminding(),
                ...self::counting(),
                ...self::kept(),
            ],
            null,
            'name',
        );
    }

    /** @return array<string, Field> what an entry is sent with, and is sent back with */
    public static function sent(): array
    {
        return array_filter(self::all(), fn (Field $field): bool => $field->isSent);
    }

    /** @return list<string> names of what a template keeps */
    public static function templated(): array
    {
        return array_keys(array_filter(self::all(), fn (Field $field): bool => $field->isTemplated));
    }

    /** @return array<string, Field> what a file of iCalendar says, in its own words or in properties of ours */
    public static function ofFile(): array
    {
        return array_filter(self::all(), fn (Field $field): bool => $field->isOfFile);
    }

    /** @return list<Field> */
    private static function what(): array
    {
        return [
            new Field('title', new Text(250, isNeeded: true, isLine: true), '', 'title', says: [
                'max' => 'A title has room for 250 characters; the rest belongs into the notes.',
                'required' => 'Give it a title.',
            ], isTemplated: true),
            new Field('calendar_id', new Id('calendars'), called: 'calendar', says: [
                'exists' => 'There is no such calendar.',
                'required' => 'Choose a calendar.',
            ], isTemplated: true, counts: true, isOfFile: false),
            new Field('kind', new OneOf(['task', 'event']), 'task', 'kind', isTemplated: true, counts: true),
            new Field(
                'notes',
                new Text(20_000),
                '',
                'notes',
                says: ['max' => 'Notes have room for 20,000 characters.'],
                isTemplated: true,
            ),
            new Field('place', new Text(250), '', 'place', isTemplated: true),
            new Field('link', new Text(1000, pattern: '~^(?:https?://\S+)?$~iD'), '', 'link', says: [
                'regex' => 'A link begins with http:// or https://.',
            ], isTemplated: true),
            new Field(
                'colour',
                new Maybe(new OneOf(Colour::ALL)),
                null,
                'colour',
                says: ['in' => Colour::UNKNOWN],
                isTemplated: true,
            ),
            new Field('labels', new Listed(new Text(40), 12), [], 'labels', says: [
                'max' => 'An entry carries up to 12 labels.',
                '*.max' => 'A label has room for 40 characters.',
            ], isTemplated: true, counts: true),
        ];
    }

    /** @return list<Field> */
    private static function when(): array
    {
        $monthDay = new Text(5, pattern: '/^(?:0[1-9]|1[0-2])-(?:0[1-9]|[12]\d|3[01])$/D');

        return [
            new Field('all_day', new Flag(), true, 'whole days or hours', counts: true, isPlace: true),
            new Field('start', new Maybe(new Moment()), null, 'start', counts: true, isPlace: true),
            // Days where it is all day, else minutes.
            new Field('length', new Whole(0, 527_040), 1, 'length', isSent: false, counts: true, isPlace: true),
            new Field('zone', new Maybe(new ZoneName()), null, 'time zone', counts: true, isPlace: true),
            new Field('end_zone', new Maybe(new ZoneName()), null, 'time zone of the end'),
            new Field('rule', new Maybe(new RuleText()), null, 'rhythm', counts: true, isPlace: true),
            new Field('after_done', new Flag(), false, 'counting after it is done', counts: true, isPlace: true),
            new Field('extra_dates', new Listed(new Moment(), 1000), [], 'dates besides the rhythm', counts: true, isPlace: true),
            new Field('except_dates', new Listed(new Moment(), 1000), [], 'dates left out', counts: true, isPlace: true),
            new Field('off_day', new OneOf(['keep', 'skip', 'before', 'after']), 'keep', 'days off', counts: true),
            new Field('seasons', new Listed(new Shape(['from' => $monthDay, 'to' => $monthDay]), 4), [], 'seasons', says: [
                '*.from.regex' => 'A season begins on a day and a month.',
                '*.to.regex' => 'A season ends on a day and a month.',
            ], counts: true),
            new Field('pauses', new Listed(new Shape([
                'from' => new Date('A pause begins on a date.'),
                'to' => new Date('A pause ends on a date.'),
            ]), 20), [], 'pauses', counts: true),
            new Field('overlaps', new Flag(), false, 'lying on itself'),
        ];
    }

    /** @return list<Field> what is to be done about it */
    private static function work(): array
    {
        return [
            new Field('due', new Maybe(new Moment()), null, 'deadline'),
            new Field(
                'missed',
                new OneOf(['hold', 'roll', 'lapse']),
                'hold',
                'what if it is missed',
                isTemplated: true,
                counts: true,
            ),
            new Field(
                'importance',
                new Maybe(new OneOf(['must', 'should', 'could'])),
                null,
                'importance',
                isTemplated: true,
                counts: true,
            ),
            new Field(
                'effort',
                new Maybe(new OneOf(['light', 'steady', 'demanding'])),
                null,
                'effort',
                isTemplated: true,
                counts: true,
            ),
            new Field('estimate', new Maybe(new Whole(0, self::MOST_WORK)), null, 'estimate', 'min', [
                'between' => 'An estimate lies between nothing and 100 hours.',
            ], isTemplated: true, counts: true),
            new Field('checklist', new Listed(new Shape(['text' => new Text(250, isNeeded: true), 'done' => new Flag()]), 100), [], 'steps', says: [
                '*.text.required' => 'A step needs a few words.',
            ], isTemplated: true),
            new Field('not_before', new Maybe(new Date('Not before which date?')), null, 'not before'),
            new Field('around', new Maybe(new WeekOrMonth()), null, 'around which week or month'),
            new Field('waiting_for', new Text(120), '', 'waiting for', says: ['max' => 'A name has room for 120 characters.']),
            new Field('ask_again', new Maybe(new Date('Ask again on which date?')), null, 'ask again'),
            new Field('opens_round', new Maybe(new OneOf(['week', 'month'])), null, 'the round it opens'),
            new Field('measure', new Maybe(new Text(20)), null, 'what is noted on ticking', says: [
                'max' => 'A unit has at most 20 letters, as km or pages.',
            ], isTemplated: true),
            new Field('aim', new Maybe(new Whole(1, 50)), null, 'its aim a week', says: [
                'between' => 'An aim lies between 1 and 50 times a week.',
            ], isTemplated: true),
            new Field('shortest_piece', new Maybe(new Whole(15, 480)), null, 'doing it in pieces', 'min', [
                'between' => 'A piece lasts between 15 minutes and 8 hours.',
            ], isTemplated: true),
            new Field('own_hours', new Listed(new Shape(
                ['days' => new Listed(new Whole(1, 7), 7, 1, isSet: true), 'from' => new Whole(0, 1439), 'to' => new Whole(1, 1440)],
                fn (array $one): bool => $one['to'] > $one['from'],
            ), 7), [], 'its own hours', says: [
                '*.days.required' => 'On which weekdays can it be done?',
                '*.to.gt' => 'Its own hours end after they begin.',
            ], isTemplated: true),
            new Field('after_id', new Maybe(new Id('entries')), null, 'what comes before', says: [
                'exists' => 'What it should wait for is not there any more.',
            ], isOfFile: false),
        ];
    }

    /** @return list<Field> what it leads up to, and how long before */
    private static function leading(): array
    {
        return [
            new Field(
                'leads_to',
                new Maybe(new Id('entries')),
                null,
                'what it leads up to',
                isSent: false,
                counts: true,
                isOfFile: false,
            ),
            new Field('lead_count', new Maybe(new Whole(0, 366)), null, 'how long before', isSent: false, counts: true),
            new Field(
                'lead_unit',
                new Maybe(new OneOf(['days', 'weeks', 'working_days'])),
                null,
                'how long before, in',
                isSent: false,
                counts: true,
            ),
            new Field('lead_shift', new Whole(-400, 400), 0, isSent: false, counts: true),
            new Field('lead_at', new Maybe(new Date()), null, isSent: false),
        ];
    }

    /** @return list<Field> */
    private static function reminding(): array
    {
        return [
            new Field('reminders', new Listed(new ReminderText(), 10), [], 'reminders', isTemplated: true),
            new Field('own_reminders', new Flag(), true, 'reminders of its own', isSent: false, isTemplated: true),
            new Field('always_through', new Flag(), false, 'reminders in quiet hours', isTemplated: true),
        ];
    }

    /** @return list<Field> how it counts in the load of a day */
    private static function counting(): array
    {
        $minutes = new Whole(0, self::MOST_MARGIN);
        $travel = ['between' => 'Travel takes up to 24 hours.'];
        $margin = ['between' => 'A margin lasts up to 24 hours.'];

        return [
            new Field('busy', new Flag(), true, 'takes my time', isTemplated: true, counts: true),
            new Field('tentative', new Flag(), false, 'may take my time', isTemplated: true),
            new Field('private', new Flag(), false, 'private', isTemplated: true),
            new Field('protected', new Flag(), false, 'protected', isTemplated: true),
            new Field('travel', $minutes, 0, 'travel before', 'min', $travel, isTemplated: true, counts: true),
            new Field('margin', $minutes, 0, 'margin after', 'min', $margin, isTemplated: true, counts: true),
            new Field('margin_before', $minutes, 0, 'margin before', 'min', $margin, isTemplated: true, counts: true),
            new Field('travel_back', $minutes, 0, 'travel back', 'min', $travel, isTemplated: true, counts: true),
        ];
    }

    /** @return list<Field> what is kept with it and not shown */
    private static function kept(): array
    {
        return [
            new Field('uid', new Maybe(new Text(1000)), called: 'UID', says: [
                'max' => 'Its UID is no text of up to 1,000 characters.',
            ], isSent: false, isOfFile: false),
            new Field(
                'resource_name',
                new Maybe(new Text(250, isNeeded: true, pattern: '#^[^/]+$#uD')),
                isSent: false,
                isOfFile: false,
            ),
            new Field('foreign_lines', new Listed(new Text(2000), 200), [], isSent: false),
            new Field('continues_id', new Maybe(new Id('entries')), isSent: false, isOfFile: false),
            new Field('template_id', new Maybe(new Id('templates')), isSent: false, isOfFile: false),
            new Field('template_part', new Maybe(new Whole(0, 1000)), isSent: false, isOfFile: false),
            new Field('position', new Whole(-1_000_000_000, 1_000_000_000), 0, isSent: false, isOfFile: false),
            new Field('version', new Whole(1, 2_000_000_000), 1, isSent: false, isOfFile: false),
        ];
    }
}
