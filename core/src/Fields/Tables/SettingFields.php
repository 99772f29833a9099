<?php

declare(strict_types=1);

namespace PlumRota\Core\Fields\Tables;

use PlumRota\Core\Fields\Field;
use PlumRota\Core\Fields\Types\Flag;
use PlumRota\Core\Fields\Types\Id;
use PlumRota\Core\Fields\Types\Listed;
use PlumRota\Core\Fields\Types\Maybe;
use PlumRota\Core\Fields\Types\OneOf;
use PlumRota\Core\Fields\Types\Shape;
use PlumRota\Core\Fields\Types\Text;
use PlumRota\Core\Fields\Types\Whole;
use PlumRota\Core\Fields\Types\ZoneName;

/** The settings of an account. What lets somebody in, its address and its password, is none of them. */
final class SettingFields
{
    /** Countries, or parts of them (ISO 3166-1, ISO 3166-2), with commas between: "DE-BY,FR". */
    private const PLACES = '/^[A-Z]{2}(?:-[A-Z0-9]{1,3})?(?:,[A-Z]{2}(?:-[A-Z0-9]{1,3})?){0,9}$/D';

    /** @return array<string, Field> by name */
    public static function all(): array
    {
        $minute = new Whole(0, 1439);
        $questions = new Listed(new Text(120, isNeeded: true), 8);
        $asks = ['max' => 'No more than eight questions.', '*.required' => 'A question needs a few words.'];

        return array_column(
            [
                new Field('name', new Text(100, isNeeded: true), called: 'name'),
                new Field('zone', new ZoneName(), 'UTC', 'time zone'),
                new Field('first_weekday', new Whole(1, 7), 1, 'first weekday'),
                new Field('clock', new OneOf(['24', '12']), '24', 'clock'),
                new Field('date_order', new OneOf(['day', 'month', 'year']), 'day', 'order of dates'),
                new Field('decimal_mark', new OneOf(['point', 'comma']), 'point', 'decimal mark'),
                new Field('week_numbers', new OneOf(['iso', 'january']), 'iso', 'numbers of weeks'),
                new Field('work_days', new Listed(new Whole(1, 7), 7, 1), [1, 2, 3, 4, 5], 'working days', says: [
                    'min' => 'Choose at least one day on which work is done.',
                ]),
                new Field('holidays', new Maybe(new Text(120, pattern: self::PLACES)), null, 'public holidays'),
                new Field('default_calendar_id', new Maybe(new Id('calendars')), null, 'where new entries go'),
                new Field('quiet_from', $minute, 0, 'quiet hours from'),
                new Field('quiet_to', $minute, 0, 'quiet hours to'),
                new Field('agenda_at', new Maybe($minute), null, 'agenda in the morning'),
                new Field('evening_at', new Maybe($minute), null, 'call to close the day'),
                new Field('agenda_channels', new Listed(new OneOf(['screen', 'mail', 'phone']), 3, 1), ['screen'], 'ways of the agenda', says: [
                    'min' => 'Choose at least one way.',
                ]),
                new Field('stint_minutes', new Whole(5, 120), 25, 'stint', 'min', [
                    'between' => 'A stint lasts between 5 minutes and 2 hours.',
                ]),
                new Field('must_limit', new Whole(1, 9), 2, 'musts a day', says: ['between' => 'Between 1 and 9 musts a day.']),
                new Field('other_limit', new Whole(0, 40), 8, 'others a day', says: ['between' => 'Up to 40 others a day.']),
                new Field('closing_questions', $questions, [], 'questions on closing a day', says: $asks),
                new Field('round_questions', $questions, [], 'questions of a round', says: $asks),
                new Field('best_hours', new Maybe(new Listed(new Whole(0, 2), 24, 24)), null, 'best hours'),
                new Field(
                    'breathing',
                    new Whole(0, 60),
                    0,
                    'breathing space',
                    '%',
                    ['between' => 'Up to 60 percent of a day stay free.'],
                ),
                new Field(
                    'least_pause',
                    new Whole(0, 60),
                    0,
                    'least pause',
                    'min',
                    ['between' => 'A pause lasts up to an hour.'],
                ),
                new Field('deep_minutes', new Whole(0, 480), 0, 'stretch kept whole', 'min', [
                    'between' => 'A stretch that is kept whole has up to 8 hours.',
                ]),
                new Field('weather', new Flag(), true, 'weather'),
                new Field('weather_place', new Text(60), '', 'place of the weather'),
                new Field('week', new Listed(new Shape(
                    [
                        'minutes' => new Whole(0, 1440),
                        'wakes' => new Whole(0, 1440),
                        'sleeps' => new Whole(0, 1440),
                        'theme' => new Text(40),
                    ],
                    fn (array $day): bool => $day['sleeps'] > $day['wakes'],
                ), 7, 7), [], 'hours of the weekdays', says: [
                    '*.sleeps.gt' => 'The waking hours end after they begin.',
                    '*.minutes.between' => 'A day has between 0 and 24 hours.',
                ]),
                new Field('archives_daily', new Flag(), false, 'an archive every day'),
                new Field(
                    'archives_kept',
                    new Whole(1, 30),
                    3,
                    'archives kept',
                    says: ['between' => 'Between 1 and 30 can be kept.'],
                ),
            ],
            null,
            'name',
        );
    }
}
