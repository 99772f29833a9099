<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Tables;

use PlumRota\Core\Fields\Colour;
use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Own;
use PlumRota\Core\Fields\Types\Amount;
use PlumRota\Core\Fields\Types\Date;
use PlumRota\Core\Fields\Types\Flag;
use PlumRota\Core\Fields\Types\Id;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Maybe;
use PlumRota\Core\Fields\Types\Moment;
use PlumRota\Core\Fields\Types\OneOf;
use PlumRota\Core\Fields\Types\ReminderText;
use PlumRota\Core\Fields\Types\Shape;
use PlumRota\Core\Fields\Types\Text;
use PlumRota\Core\Fields\Types\Whole;
use PlumRota\Core\Fields\Types\ZoneName;

/** The fields of all that stands around entries, table by table: each a short table of its own. */
final class PlanFields
{
    /** Unix seconds up to the year 2223. */
    private const MOST_SECONDS = 8_000_000_000;

    /** @return array<string, Field> by name */
    public static function areas(): array
    {
        return self::by([
            new Field('name', new Text(60, isNeeded: true), called: 'name'),
            new Field('colour', new OneOf(Colour::ALL), called: 'colour', says: ['in' => Colour::UNKNOWN]),
            new Field('intended_minutes', new Maybe(new Whole(0, 10_080)), called: 'intended hours'),
            new Field('hidden', new Flag(), false, 'hidden'),
            self::position(),
        ]);
    }

    /** @return array<string, Field> by name */
    public static function calendars(): array
    {
        $margin = ['between' => 'A margin lasts up to 4 hours.'];

        return self::by([
            new Field('name', new Text(60, isNeeded: true), called: 'name'),
            new Field('area_id', new Id('areas'), called: 'life area', says: ['exists' => 'There is no such life area.']),
            new Field('colour', new Maybe(new OneOf(Colour::ALL)), called: 'colour', says: ['in' => Colour::UNKNOWN]),
            new Field('hidden', new Flag(), false, 'hidden'),
            new Field('missed', new OneOf(['hold', 'roll', 'lapse']), 'hold', 'what if something is missed'),
            new Field('busy', new Flag(), true, 'takes my time'),
            new Field('margin_before', new Whole(0, 240), 0, 'margin before', 'min', $margin),
            new Field('margin_after', new Whole(0, 240), 0, 'margin after', 'min', $margin),
            new Field('reminders', new Listed(new ReminderText(), 10), [], 'reminders'),
            new Field('reminders_all_day', new Listed(new ReminderText(), 10), [], 'reminders of whole days'),
            new Field('resource_name', new Maybe(new Text(250, isNeeded: true, pattern: '#^[^/]+$#uD'))),
            new Field('follows', new Maybe(new Text(2000, isNeeded: true, pattern: '~^(?:https?|webcals?)://\S+$~iD'))),
            new Field('counted', new Flag(), true, 'counts in the day'),
            new Field('hidden_words', new Listed(new Text(60, isNeeded: true), 20), [], 'words that hide'),
            self::position(),
        ]);
    }

    /** @return array<string, Field> by name: what makes one occurrence differ */
    public static function overrides(): array
    {
        return self::by([
            new Field('entry_id', new Id('entries')),
            new Field(
                'recurrence_id',
                new Text(19, isNeeded: true, pattern: '/^(?:once|\d{4}-\d\d-\d\d(?:T\d\d:\d\d:\d\d)?)$/D'),
            ),
            new Field('skipped', new Flag(), false),
            new Field('all_day', new Maybe(new Flag())),
            new Field('start', new Maybe(new Moment())),
            new Field('length', new Maybe(new Whole(0, 527_040))),
            new Field('zone', new Maybe(new ZoneName())),
            new Field('fields', new Own(), []),
            new Field('done_at', new Maybe(new Whole(0, self::MOST_SECONDS))),
            new Field('let_go_at', new Maybe(new Whole(0, self::MOST_SECONDS))),
            new Field('measured', new Maybe(new Amount(1_000_000))),
            new Field('put_off', new Whole(0, 60_000), 0),
            new Field('foreign_lines', new Maybe(new Listed(new Text(2000), 200))),
        ]);
    }

    /** @return array<string, Field> by name: files with entries */
    public static function attachments(): array
    {
        return self::by([
            new Field('entry_id', new Id('entries')),
            new Field('name', new Text(150, isNeeded: true, pattern: '#^[^/\\\\]+$#uD')),
            new Field('type', new Text(120, isNeeded: true)),
            new Field('size', new Whole(0, 10_485_760)),
            new Field('path', new Maybe(new Text(250))),
        ]);
    }

    /** @return array<string, Field> by name */
    public static function timings(): array
    {
        return self::by([
            new Field('entry_id', new Id('entries')),
            new Field('recurrence_id', self::overrides()['recurrence_id']->type),
            new Field('started_at', new Whole(0, self::MOST_SECONDS)),
            new Field('ended_at', new Maybe(new Whole(0, self::MOST_SECONDS))),
            new Field('planned', new Maybe(new Whole(0, 60_000))),
        ]);
    }

    /** @return array<string, Field> by name: days that were closed */
    public static function closings(): array
    {
        return self::by([
            new Field('date', new Date()),
            new Field('decisions', new Listed(new Shape([
                'key' => new Text(70),
                'title' => new Text(250),
                'decision' => new Text(20),
                'to' => new Maybe(new Text(30)),
            ]), 1000), []),
            new Field('answers', self::answers(), []),
            new Field('closed_at', new Maybe(new Whole(0, self::MOST_SECONDS))),
        ]);
    }

    /** @return array<string, Field> by name: what a date has to give */
    public static function dayHours(): array
    {
        return self::by([
            new Field('date', new Date()),
            new Field('minutes', new Whole(0, 1440), says: ['between' => 'A day has between 0 and 24 hours.']),
        ]);
    }

    /** @return array<string, Field> by name: choices of the board that have a name */
    public static function filters(): array
    {
        return self::by([
            new Field('name', new Text(60, isNeeded: true), called: 'name', says: ['required' => 'Give the filter a name.']),
            new Field('choice', new Choice(), []),
        ]);
    }

    /** @return array<string, Field> by name */
    public static function filingRules(): array
    {
        return self::by([
            new Field('words', new Text(60, isNeeded: true), called: 'words'),
            new Field('calendar_id', new Maybe(new Id('calendars'))),
            new Field('colour', new Maybe(new OneOf(Colour::ALL)), says: ['in' => Colour::UNKNOWN]),
            self::position(),
        ]);
    }

    /** @return array<string, Field> by name */
    public static function rounds(): array
    {
        return self::by([
            new Field('kind', new OneOf(['week', 'month'])),
            new Field('start', new Date()),
            new Field('steps', new Listed(new Text(20, isNeeded: true), 10), []),
            new Field('answers', self::answers(), []),
        ]);
    }

    /** @return array<string, Field> by name */
    public static function goals(): array
    {
        return self::by([
            new Field('kind', new OneOf(['week', 'month'])),
            new Field('start', new Date()),
            new Field('title', new Text(120, isNeeded: true), called: 'title', says: [
                'max' => 'A goal has room for 120 characters.',
                'required' => 'What is it for? A goal needs a few words.',
            ]),
            new Field('area_id', new Maybe(new Id('areas')), says: ['exists' => 'There is no such life area.']),
            new Field('minutes', new Maybe(new Whole(0, 10_000)), says: ['between' => 'A goal needs up to 160 hours.']),
            new Field('tasks', new Listed(new Id('entries'), 60), []),
            new Field('answer', new Maybe(new OneOf(['kept', 'partly', 'dropped', 'carried']))),
            self::position(),
        ]);
    }

    /** @return array<string, Field> by name */
    public static function templates(): array
    {
        return self::by([
            new Field('kind', new OneOf(['entry', 'day', 'week'])),
            new Field('name', new Text(60, isNeeded: true), called: 'name', says: [
                'required' => 'A template needs a name, by which it is found again.',
                'max' => 'A name has room for 60 characters.',
            ]),
            new Field('parts', new Listed(new Shape([
                'part' => new Whole(0, 1000),
                'day' => new Whole(0, 6),
                'at' => new Maybe(new Whole(0, 1439)),
                'length' => new Whole(0, 527_040),
                'fields' => new Templated(),
            ]), 200, 1), []),
            self::position(),
            new Field('version', new Whole(1, 2_000_000_000), 1),
        ]);
    }

    /** @return array<string, Field> by name: what some days are mainly for */
    public static function themes(): array
    {
        return self::by([
            new Field('words', new Text(40, isNeeded: true), called: 'words', says: [
                'required' => 'What is the day mainly for?',
                'max' => 'A theme has room for 40 characters.',
            ]),
            new Field('date', new Date('On which day?')),
            new Field('weeks', new Whole(0, 52), 0),
            new Field('half', new Maybe(new OneOf(['morning', 'afternoon']))),
        ]);
    }

    private static function answers(): Listed
    {
        return new Listed(new Shape(['question' => new Text(250, isNeeded: true), 'answer' => new Text(4000)]), 20);
    }

    private static function position(): Field
    {
        return new Field('position', new Whole(0, 1_000_000), 0);
    }

    /**
     * @param  list<Field>  $fields
     * @return array<string, Field>
     */
    private static function by(array $fields): array
    {
        return array_column($fields, null, 'name');
    }
}
