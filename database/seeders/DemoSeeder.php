<?php

declare(strict_types=1);

namespace Database\Seeders;

use App\Actions\Accounts\OpenAccount;
use App\Actions\Entries\KeepLeadUps;
use App\Journal\WritePath;
use App\Mapping\SeriesColumns;
use App\Mapping\SeriesOf;
use App\Models\Area;
use App\Models\Calendar;
use App\Models\Closing;
use App\Models\DayHours;
use App\Models\Entry;
use App\Models\FilingRule;
use App\Models\Filter;
use App\Models\Goal;
use App\Models\OccurrenceOverride;
use App\Models\Round;
use App\Models\Template;
use App\Models\Theme;
use App\Models\Timing;
use App\Models\User;
use Illuminate\Database\Seeder;
use PlumRota\Core\Fields\Tables\EntryFields;
use PlumRota\Core\Recurrence\RecurrenceSet;
use PlumRota\Core\Recurrence\RuleParser;
use PlumRota\Core\Schedule\Placement;
use PlumRota\Core\Schedule\Series;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/**
 * A year at the glasshouse: the made-up week of a made-up steward, laid around the day it is loaded and the same every
 * time for the same day.
 */
final class DemoSeeder extends Seeder
{
    public const EMAIL = 'steward@example.test';

    public const PASSWORD = 'glasshouse';

    private const ZONE = 'Europe/Berlin';

    /** An even number of weeks that leaves the phase of rhythms of two weeks, three days and ten days as the scenario has it. */
    private const BACK = 7 * 58;

    /** Of what has hours, by calendar. */
    private const DEFAULTS = [
        'Choir' => ['-PT60M;screen,phone'],
        'Tours' => ['-PT30M'],
        'Family' => ['-PT10M@leave;screen,phone'],
    ];

    private User $user;

    private Zone $zone;

    private LocalDate $today;

    private LocalDate $monday;

    /** @var array<string, Calendar> */
    private array $calendars = [];

    /** @var array<string, list<string>> recurrence ids of which something was said, by entry */
    private array $said = [];

    public function run(WritePath $writes): void
    {
        $this->zone = Zone::of(self::ZONE);
        $this->today = $this->zone->wall(now()->getTimestamp())->date();
        $this->monday = $this->today->startOfWeek(Weekday::MO);
        $writes->begin(function (): void {
            $this->account();
            $this->routines();
            $this->thisWeek();
            $this->elsewhere();
            $this->basket();
            $this->keeping();
            $this->working();
            $this->plans();
            $this->pastYear();
            $history = new DemoHistory($this->zone, now()->getTimestamp());
            $this->history($history);
            $this->timedYear($history);
            $this->journal();
        });
    }

    private function account(): void
    {
        $themes = ['Propagation', '', 'Visitors', '', 'Propagation', '', ''];
        $minutes = [540, 540, 540, 540, 540, 360, 240];
        $this->user = User::query()->create([
            'quiet_from' => 1320,
            'quiet_to' => 360,
            'agenda_at' => 390,
            'evening_at' => 1245,
            'breathing' => 15,
            'deep_minutes' => 120,
            'weather_place' => 'Glasshouse town',
            'agenda_channels' => ['screen', 'mail'],
            'name' => 'Steward',
            'email' => self::EMAIL,
            'password' => self::PASSWORD,
            'zone' => self::ZONE,
            'week' => array_map(
                fn (array $day, string $theme, int $minutes): array => [...$day, 'theme' => $theme, 'minutes' => $minutes],
                OpenAccount::week(),
                $themes,
                $minutes,
            ),
        ]);
        $this->user->refresh(); // with what the table has it begin with
        $areas = [
            ['Glasshouse', 'teal', 26, ['Glasshouse', 'Tours']],
            ['Training', 'indigo', 5, ['Training']],
            ['Family', 'rose', 6, ['Family']],
            ['Household', 'ochre', null, ['Household']],
            ['Choir', 'olive', null, ['Choir']],
            ['Paperwork', 'steel', 2, ['Paperwork']],
        ];
        foreach ($areas as $place => [$name, $colour, $hours, $calendars]) {
            $area = Area::query()->create([
                'user_id' => $this->user->id,
                'name' => $name,
                'colour' => $colour,
                'intended_minutes' => $hours === null ? null : $hours * 60,
                'position' => $place,
            ]);
            foreach ($calendars as $calendar) {
                $this->calendars[$calendar] = Calendar::query()->create([
                    'user_id' => $this->user->id,
                    'area_id' => $area->id,
                    'name' => $calendar,
                    'position' => count($this->calendars),
                    'missed' => $name === 'Family' ? 'lapse' : 'hold',
                    'reminders' => self::DEFAULTS[$calendar] ?? [],
                ]);
            }
        }
        $this->user->update(['default_calendar_id' => $this->calendars['Glasshouse']->id]);
    }

    /** Everything of the scenario that comes round; the start lies far enough back for a year of history. */
    private function routines(): void
    {
        $back = $this->monday->plusDays(-self::BACK);
        $this->routine('Vent check', 'Glasshouse', 'FREQ=WEEKLY;BYDAY=MO,WE,FR', '07:15', 15, [
            'labels' => ['rounds'],
            'effort' => 'light',
            'reminders' => ['-PT5M'],
            'missed' => 'lapse',
        ]);
        $this->routine('Vent check', 'Glasshouse', 'FREQ=WEEKLY;BYDAY=TU,TH', '07:45', 15, [
            'notes' => 'Later on running days.',
            'missed' => 'lapse',
        ]);
        $this->routine('Misting', 'Glasshouse', 'FREQ=DAILY;BYMONTH=4,5,6,7,8,9;BYHOUR=8,13,17;BYMINUTE=0', '08:00', 10, [
            'missed' => 'lapse',
        ]);
        $this->routine(
            'Feed citrus',
            'Glasshouse',
            'FREQ=DAILY;INTERVAL=10',
            null,
            1,
            ['estimate' => 20],
            $this->monday->plusDays(1 - 410),
        );
        $this->routine(
            'Sticky traps',
            'Glasshouse',
            'FREQ=WEEKLY;INTERVAL=2;BYDAY=TH',
            null,
            1,
            ['estimate' => 15],
            $this->monday->plusDays(3 - self::BACK),
        );
        $this->routine('Boiler flue check', 'Glasshouse', 'FREQ=MONTHLY;BYDAY=1TU', '09:00', 45, [
            'labels' => ['rounds'],
            'effort' => 'steady',
            'importance' => 'must',
            'reminders' => ['-P1D@17:00;screen,mail'],
            'checklist' => [
                ['text' => 'Read the flue meter', 'done' => false],
                ['text' => 'Wipe the sight glass', 'done' => false],
                ['text' => 'Sign the log', 'done' => false],
            ],
        ]);
        $this->routine('Stock count', 'Glasshouse', 'FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1', null, 1, [
            'estimate' => 90,
        ]);
        $this->routine(
            'Wages sheet',
            'Paperwork',
            'FREQ=MONTHLY;BYMONTHDAY=26,27,28;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1',
            null,
            1,
            [
                'estimate' => 60,
                'importance' => 'should',
                'reminders' => ['-P0D@09:00'],
            ],
        );
        $this->routine('Frost watch', 'Glasshouse', 'FREQ=DAILY;BYMONTH=11,12,1,2,3', null, 1, [
            'kind' => 'event',
            'busy' => false,
            'notes' => "Below 2 °C: close the top vents, check the fleece.\nThe log hangs by the north door.",
        ]);
        $this->routine('Visitors’ day', 'Tours', 'FREQ=MONTHLY;BYDAY=1SU;BYMONTH=2,3,4,5,6,7,8,9,10,11,12', '11:00', 300, [
            'kind' => 'event',
        ]);
        $this->routine('Boiler service', 'Glasshouse', 'FREQ=YEARLY;BYWEEKNO=38;BYDAY=MO', '09:00', 90, [
            'kind' => 'event',
            'reminders' => ['-PT10080M'],
        ]);
        $this->routine('Seed order', 'Glasshouse', 'FREQ=YEARLY;BYMONTH=1;BYDAY=2MO', null, 1, [
            'estimate' => 120,
            'importance' => 'must',
            'link' => 'https://seeds.example.test/catalogue',
        ]);
        $this->routine('Pill box', 'Family', 'FREQ=DAILY', '18:00', 5, [
            'labels' => ['Dad'],
            'effort' => 'light',
            'missed' => 'lapse',
            'busy' => false,
            'always_through' => true,
            'reminders' => ['-PT0M;screen,phone'],
        ]);
        $this->afterDone('Collect prescription', 'Family', 'FREQ=DAILY;INTERVAL=28', 20);
        $this->routine(
            'Wash Dad’s hair',
            'Family',
            'FREQ=DAILY;INTERVAL=5',
            '17:00',
            40,
            ['labels' => ['Dad'], 'effort' => 'steady', 'missed' => 'roll'],
            $this->monday->plusDays(-self::BACK - 4),
        );
        $this->routine('Choir', 'Choir', 'FREQ=WEEKLY;BYDAY=TH;BYMONTH=1,2,3,4,5,6,7,9,10,11,12', '19:30', 90, [
            'kind' => 'event',
            'except_dates' => $this->christmasThursdays(),
        ]);
        $this->routine(
            'Rehearsal weekend',
            'Choir',
            'FREQ=MONTHLY;INTERVAL=3;BYDAY=2SA',
            null,
            2,
            ['kind' => 'event'],
            LocalDate::of($this->monday->plusDays(-60)->year - 1, $this->monday->plusDays(-60)->month, 1),
        );
        $this->routine('Hill run', 'Training', 'FREQ=WEEKLY;BYDAY=TU,TH', '06:30', 60, [
            'labels' => ['outdoors'],
            'missed' => 'lapse',
            'effort' => 'demanding',
            'measure' => 'km',
        ]);
        $this->routine(
            'Hill run',
            'Training',
            'FREQ=WEEKLY;INTERVAL=3;BYDAY=SA',
            '08:00',
            75,
            ['labels' => ['outdoors'], 'missed' => 'lapse', 'effort' => 'demanding', 'measure' => 'km'],
            $this->monday->plusDays(5 - 448),
        );
        $this->routine(
            'Hill run',
            'Training',
            'FREQ=WEEKLY;INTERVAL=3;BYDAY=SA',
            '08:00',
            75,
            ['labels' => ['outdoors'], 'missed' => 'lapse', 'effort' => 'demanding', 'measure' => 'km'],
            $this->monday->plusDays(5 - 455),
        );
        $this->routine(
            'Long run',
            'Training',
            'FREQ=WEEKLY;INTERVAL=3;BYDAY=SA',
            '08:00',
            105,
            ['labels' => ['outdoors'], 'missed' => 'lapse', 'effort' => 'demanding', 'measure' => 'km'],
            $this->monday->plusDays(5 - 441),
        );
        $this->routine('Stretch', 'Training', 'FREQ=WEEKLY;BYDAY=MO,WE,FR', '06:30', 20, [
            'missed' => 'lapse',
            'effort' => 'light',
        ]);
        $this->routine(
            'Rest week',
            'Training',
            'FREQ=WEEKLY;INTERVAL=4;BYDAY=MO',
            null,
            7,
            ['kind' => 'event', 'busy' => false],
            $this->monday->plusDays(7 - 448),
        );
        $this->routine(
            'Bins: paper',
            'Household',
            'FREQ=WEEKLY;INTERVAL=2;BYDAY=TU',
            null,
            1,
            ['estimate' => 5],
            $this->monday->plusDays(1 - 448),
        );
        $this->routine(
            'Bins: glass',
            'Household',
            'FREQ=WEEKLY;INTERVAL=2;BYDAY=TU',
            null,
            1,
            ['estimate' => 5],
            $this->monday->plusDays(1 - 441),
        );
        $this->routine(
            'Bread',
            'Household',
            'FREQ=DAILY;INTERVAL=3',
            '19:00',
            45,
            [
                'labels' => ['kitchen'],
                'checklist' => [
                    ['text' => 'Feed the leaven at noon', 'done' => false],
                    ['text' => 'Knead', 'done' => false],
                    ['text' => 'Bake', 'done' => false],
                ],
            ],
            $this->monday->plusDays(2 - 378),
        );
        $this->routine(
            'Sheets',
            'Household',
            'FREQ=WEEKLY;INTERVAL=2;BYDAY=SA',
            null,
            1,
            ['estimate' => 20],
            $this->monday->plusDays(5 - 448),
        );
        $this->routine('Bleed radiators', 'Household', 'FREQ=YEARLY;BYWEEKNO=40;BYDAY=SA', null, 1, ['estimate' => 40]);
        $this->routine(
            'Ida’s birthday',
            'Family',
            'RSCALE=GREGORIAN;FREQ=YEARLY;SKIP=BACKWARD',
            null,
            1,
            ['kind' => 'event', 'busy' => false, 'reminders' => ['-P7D@18:00']],
            LocalDate::of(1996, 2, 29),
        );
        $tax = $this->routine('Tax return', 'Paperwork', 'FREQ=YEARLY;BYMONTH=1;BYMONTHDAY=31', null, 1, [
            'importance' => 'must',
            'estimate' => 180,
            'reminders' => ['-P2D@09:00;screen,mail,phone'],
        ]);
        $this->leadUps($tax, [
            ['Gather the receipts', 30, 'days', 60],
            ['Fill in the tax form', 14, 'days', 90],
            ['Check and sign the tax form', 2, 'days', 30],
        ]);
        $this->routine(
            'Propagation bench',
            'Glasshouse',
            'FREQ=WEEKLY;BYDAY=MO',
            '14:00',
            120,
            ['labels' => ['potting shed'], 'kind' => 'event'],
            $back,
        );
        $this->routine('Volunteers', 'Glasshouse', 'FREQ=WEEKLY;BYDAY=MO', '11:30', 60, ['kind' => 'event'], $back);
        $this->routine('Plan the week', 'Household', 'FREQ=WEEKLY;BYDAY=SU', '09:30', 60, ['opens_round' => 'week'], $back);
    }

    /** The present week: busy, half done, with a double booking, an over-full Wednesday and a protected block. */
    private function thisWeek(): void
    {
        $on = fn (int $day, string $time): string => $this->monday->plusDays($day).'T'.$time.':00';
        $event = ['kind' => 'event'];
        $this->task(
            'Pricking out',
            'Glasshouse',
            $on(0, '08:00'),
            180,
            $event + ['labels' => ['potting shed'], 'protected' => true],
        );
        $this->task('Supper at Dad’s', 'Family', $on(0, '18:00'), 60, $event);
        $this->task('Seed swap stall', 'Tours', (string) $this->monday, 1, $event + ['busy' => false]);
        $this->done($this->task('Scrub trays', 'Glasshouse', (string) $this->monday, 1, ['estimate' => 30]), 15);
        $this->task('Heating contractor', 'Glasshouse', $on(1, '09:00'), 90, $event + ['place' => 'Boiler room']);
        $this->task('Grant figures', 'Paperwork', $on(1, '11:00'), 90, [
            'labels' => ['grant'],
            'protected' => true,
            'effort' => 'demanding',
        ]);
        $this->task('Orchid house', 'Glasshouse', $on(1, '14:00'), 90, $event);
        $this->task(
            'School visit',
            'Tours',
            $on(2, '09:00'),
            180,
            $event + ['notes' => '24 children, two teachers. Bring the **magnifiers**.'],
        );
        $this->task(
            'Clinic with Dad',
            'Family',
            $on(2, '11:00'),
            60,
            $event + ['labels' => ['Dad'], 'travel' => 30, 'place' => 'Clinic, second floor', 'private' => true],
        );
        $this->task('Guided tours', 'Tours', $on(2, '13:30'), 150, $event);
        $this->task('Grant report', 'Paperwork', $on(2, '16:30'), 90, [
            'labels' => ['grant'],
            'protected' => true,
            'effort' => 'demanding',
            'due' => (string) $this->monday->plusDays(4),
        ]);
        $this->task('Sowing', 'Glasshouse', $on(3, '09:00'), 180, $event + ['labels' => ['potting shed'], 'protected' => true]);
        $this->task('Trustees', 'Glasshouse', $on(3, '13:00'), 60, $event);
        $this->task('Pot on ferns', 'Glasshouse', $on(3, '15:00'), 60, $event + ['labels' => ['potting shed']]);
        $this->task('Propagation bench', 'Glasshouse', $on(4, '08:30'), 150, $event + ['labels' => ['potting shed']]);
        $this->task('Supper at Dad’s', 'Family', $on(4, '18:00'), 60, $event);
        $this->task('Market and shop', 'Household', $on(5, '10:30'), 90, $event + ['tentative' => true]);
        $this->task('Pack music', 'Choir', (string) $this->monday->plusDays(6), 1, ['estimate' => 10]);
        $this->task('Carol rehearsal', 'Choir', $on(6, '15:00'), 90, $event + ['margin' => 15, 'place' => 'Parish hall']);
        // Two musts on the present day, one of them finished, and something to go with them.
        $today = (string) $this->today;
        $this->done(
            $this->task('Check boiler pressure', 'Glasshouse', $today, 1, [
                'importance' => 'must',
                'estimate' => 20,
                'position' => 1,
            ]),
            8,
        );
        $this->task('Costs page for the grant', 'Paperwork', $today, 1, [
            'labels' => ['grant'],
            'importance' => 'must',
            'estimate' => 45,
            'position' => 2,
        ]);
        $this->task('Sharpen secateurs', 'Glasshouse', $today, 1, ['importance' => 'could', 'estimate' => 25, 'position' => 3]);
        $this->task('Sow sweet peas', 'Glasshouse', (string) $this->today->plusDays(1), 1, [
            'labels' => ['potting shed'],
            'importance' => 'must',
            'estimate' => 45,
        ]);
        $this->changedSeries();
    }

    /** One series with a moved, a skipped and an edited occurrence. */
    private function changedSeries(): void
    {
        $entry = $this->routine(
            'Water the orchids',
            'Glasshouse',
            'FREQ=WEEKLY;BYDAY=WE,SA',
            '12:15',
            30,
            ['kind' => 'task'],
            $this->monday->plusDays(-399),
        );
        $id = fn (int $day): string => $this->monday->plusDays($day).'T12:15:00';
        $this->change(
            $entry,
            $id(5),
            SeriesColumns::moved(
                Placement::timed(LocalDateTime::parse($this->monday->plusDays(6).'T11:00:00'), 30, $this->zone),
            ),
        );
        $this->change($entry, $id(9), ['skipped' => true]);
        $this->change($entry, $id(12), [
            'fields' => ['title' => 'Water and feed the orchids', 'notes' => 'Half-strength feed.'],
        ]);
    }

    private function elsewhere(): void
    {
        $heater = $this->task('New heater arrives', 'Glasshouse', $this->today->plusDays(-427).'T10:00:00', 60, [
            'notes' => 'Delivered to the north door, two pallets. Guarantee papers in the blue folder.',
        ]);
        $this->done($heater, 11, $this->today->plusDays(-427));
        $this->task('Renew the passport', 'Paperwork', (string) LocalDate::of($this->today->year + 9, 3, 12), 1, [
            'reminders' => ['-P60D@09:00'],
            'notes' => 'To myself in nine years: the photograph must be new, and the office takes six weeks.',
        ]);
        $this->task('Leave for the plant fair', 'Glasshouse', $this->monday->plusDays(15).'T08:00:00', 480, [
            'kind' => 'event',
            'travel' => 45,
        ]);
    }

    private function basket(): void
    {
        $this->task('Re-putty the north pane', 'Glasshouse', null, 1, [
            'due' => (string) $this->today->plusDays(-2),
            'estimate' => 60,
            'importance' => 'should',
        ]);
        $this->task('Grant report, costs page', 'Paperwork', null, 1, [
            'labels' => ['grant'],
            'due' => (string) $this->today->plusDays(2),
            'estimate' => 120,
        ]);
        $this->task('Order fleece rolls', 'Glasshouse', null, 1, [
            'due' => (string) $this->today->plusDays(8),
            'estimate' => 15,
        ]);
        $chiropodist = $this->task('Ring the chiropodist', 'Family', null, 1, ['estimate' => 10]);
        $this->change($chiropodist, Series::ONCE, ['put_off' => 2]);
        $this->task('Mend the coat hook', 'Household', null, 1, [
            'estimate' => 40,
            'importance' => 'could',
            'waiting_for' => 'the carpenter',
            'ask_again' => (string) $this->today->plusDays(1),
        ]);
        $this->task('Learn the alto line, Carol 4', 'Choir', null, 1, ['estimate' => 45]);
        $this->task('New laces', 'Training', null, 1);
    }

    /** A filter that is kept, and a rule that files by words. */
    private function keeping(): void
    {
        Filter::query()->create([
            'user_id' => $this->user->id,
            'name' => 'Out of doors',
            'choice' => ['labels' => ['outdoors']],
        ]);
        FilingRule::query()->create([
            'user_id' => $this->user->id,
            'words' => 'choir',
            'calendar_id' => $this->calendars['Choir']->id,
        ]);
    }

    /** What weeks and months were and are for, what leads up to dates, what is kept to be stamped, and themes of other days. */
    private function plans(): void
    {
        $fair = $this->task('Plant fair stall', 'Tours', (string) $this->monday->plusDays(26), 1, ['kind' => 'event']);
        $this->leadUps($fair, [
            ['Order labels for the fair', 15, 'working_days', 15],
            ['Pot on for the fair', 2, 'weeks', 120],
            ['Pack the van', 1, 'days', 60],
        ]);
        $this->done($fair->leadUps()->firstOrFail(), 10);
        $passport = LocalDate::of($this->today->year + 9, 6, 15);
        $this->task('Renew the passport', 'Paperwork', null, 1, [
            'due' => (string) $passport,
            'not_before' => (string) $passport->plusDays(-90),
            'notes' => 'To my future self: the photos are in the blue folder.',
        ]);
        $this->task('Ask whether the seed swap returns', 'Tours', null, 1, [
            'not_before' => (string) $this->monday->plusDays(18),
            'estimate' => 15,
        ]);
        $goals = [
            ['Send the grant report', 'Paperwork', 210],
            ['North bay cleared for sowing', 'Glasshouse', 240],
            ['A long run without the knee', 'Training', 105],
        ];
        $answers = ['kept', 'partly', 'kept', 'dropped', 'kept', 'carried'];
        for ($back = 52; $back >= 0; $back--) {
            $week = (string) $this->monday->plusDays(-7 * $back);
            foreach ($back === 0 ? $goals : array_slice($goals, $back % 2, 2) as $i => [$title, $area, $minutes]) {
                Goal::query()->create([
                    'user_id' => $this->user->id,
                    'kind' => 'week',
                    'start' => $week,
                    'title' => $title,
                    'area_id' => $this->calendars[$area]->area_id,
                    'minutes' => $minutes,
                    'position' => $i,
                    'answer' => $back === 0 ? null : $answers[($back + $i) % count($answers)],
                ]);
            }
            Round::query()->create([
                'user_id' => $this->user->id,
                'kind' => 'week',
                'start' => $week,
                'steps' => $back % 3 === 2 ? ['back', 'goals', 'place'] : ['back', 'goals', 'fixed', 'place', 'space', 'ahead'],
                'answers' => [
                    ['question' => 'What gave strength?', 'answer' => $back % 2 === 0 ? 'Mornings under glass.' : 'Singing.'],
                    ['question' => 'What took it?', 'answer' => 'Too many errands on one day.'],
                ],
            ]);
        }
        Goal::query()->create([
            'user_id' => $this->user->id,
            'kind' => 'month',
            'start' => substr((string) $this->today, 0, 8).'01',
            'title' => 'Winter order under glass',
            'area_id' => $this->calendars['Glasshouse']->area_id,
            'minutes' => 900,
        ]);
        Theme::query()->create([
            'user_id' => $this->user->id,
            'words' => 'Office',
            'date' => (string) $this->monday->plusDays(3),
            'weeks' => 2,
            'half' => 'afternoon',
        ]);
        $this->templates();
    }

    private function templates(): void
    {
        $fields = fn (string $title, string $calendar, array $more = []): array => [
            ...(new Entry())->only(EntryFields::templated()),
            'title' => $title,
            'calendar_id' => $this->calendars[$calendar]->id,
            ...$more,
        ];
        $event = ['kind' => 'event'];
        $templates = [
            [
                'entry',
                'Clinic with Dad',
                [[0, 660, 60, $fields('Clinic with Dad', 'Family', [...$event, 'travel' => 30, 'place' => 'clinic'])]],
            ],
            ['entry', 'School visit', [[0, 540, 120, $fields('School visit', 'Tours', $event)]]],
            ['entry', 'Deep clean a bay', [[0, null, 1, $fields('Deep clean a bay', 'Glasshouse', ['estimate' => 120])]]],
            [
                'day',
                'Market day',
                [
                    [0, 420, 45, $fields('Load the van', 'Tours')],
                    [0, 480, 240, $fields('Market stall', 'Tours', [...$event, 'place' => 'market square'])],
                    [0, 720, 30, $fields('Pack up', 'Tours')],
                    [0, null, 1, $fields('Count the till', 'Paperwork', ['estimate' => 20])],
                ],
            ],
        ];
        foreach ($templates as $i => [$kind, $name, $parts]) {
            Template::query()->create([
                'user_id' => $this->user->id,
                'kind' => $kind,
                'name' => $name,
                'position' => $i,
                'parts' => array_map(
                    fn (int $part, array $one): array => [
                        'part' => $part,
                        'day' => $one[0],
                        'at' => $one[1],
                        'length' => $one[2],
                        'fields' => $one[3],
                    ],
                    array_keys($parts),
                    $parts,
                ),
            ]);
        }
    }

    /** @param  list<array{string, int, string, int}>  $steps  title, how many units before, the unit, minutes */
    private function leadUps(Entry $anchor, array $steps): void
    {
        app(KeepLeadUps::class)->keep(
            $this->user,
            $anchor,
            array_map(
                fn (array $step): array => [
                    'id' => null,
                    'title' => $step[0],
                    'count' => $step[1],
                    'unit' => $step[2],
                    'estimate' => $step[3],
                    'place' => 'day',
                    'is_due' => false,
                    'waits' => false,
                ],
                $steps,
            ),
        );
    }

    /** What was timed, what has rolled on, a short day to come, and yesterday as it was closed. */
    private function working(): void
    {
        $this->task('Label the fern trays', 'Glasshouse', (string) $this->today->plusDays(-3), 1, [
            'estimate' => 30,
            'missed' => 'roll',
        ]);
        DayHours::query()->create([
            'user_id' => $this->user->id,
            'date' => (string) $this->today->plusDays(9),
            'minutes' => 180,
        ]);
        foreach (['Scrub trays' => [14, 34], 'Check boiler pressure' => [7, 22]] as $title => [$hour, $minutes]) {
            $entry = Entry::query()->where('user_id', $this->user->id)->where('title', $title)->sole();
            $started = $this->zone->instant(LocalDate::parse(substr((string) $entry->start, 0, 10))->at($hour, 20));
            Timing::query()->create([
                'user_id' => $this->user->id,
                'entry_id' => $entry->id,
                'recurrence_id' => Series::ONCE,
                'started_at' => $started,
                'ended_at' => $started + $minutes * 60,
            ]);
        }
        Closing::query()->create([
            'user_id' => $this->user->id,
            'date' => (string) $this->today->plusDays(-1),
            'closed_at' => $this->zone->instant($this->today->plusDays(-1)->at(21, 5)),
            'decisions' => [
                [
                    'key' => Entry::query()->where('user_id', $this->user->id)->where('title', 'Sharpen secateurs')->sole()->id.
                        '|once',
                    'title' => 'Sharpen secateurs',
                    'decision' => 'day',
                    'to' => (string) $this->today,
                ],
            ],
            'answers' => [
                ['question' => 'What went well?', 'answer' => 'The orchids came through the cold night without a mark.'],
                ['question' => 'What could be better?', 'answer' => 'Two hours went to the telephone.'],
                ['question' => 'A good moment', 'answer' => 'Frost flowers on the north pane at seven.'],
                ['question' => 'What for tomorrow?', 'answer' => 'Leave for the clinic in time.'],
            ],
        ]);
    }

    /** A year of ticks with gaps, and this week's up to now. What was said of one by hand stands. */
    private function history(DemoHistory $history): void
    {
        foreach (
            Entry::query()
                ->where('user_id', $this->user->id)
                ->where('kind', 'task')
                ->whereNotNull('rule')
                ->where('after_done', false)
                ->get() as $entry
        ) {
            foreach ($history->outcomes($entry, $history->year(), $this->said[$entry->id] ?? []) as $id => $columns) {
                $this->change($entry, $id, $columns);
            }
        }
    }

    /** What came every week up to the last one, which is planned anew each time since; and the weeks of the seed swap. */
    private function pastYear(): void
    {
        $event = ['kind' => 'event'];
        $potting = $event + ['labels' => ['potting shed']];
        $until = ';UNTIL='.str_replace('-', '', (string) $this->monday->plusDays(-2)).'T215959Z';
        $weekly = [
            ['Pricking out', 'Glasshouse', 'FREQ=WEEKLY;BYDAY=MO;BYMONTH=1,2,3,4,5,8,9,10,11', '08:00', 180, $potting],
            ['Orchid house', 'Glasshouse', 'FREQ=WEEKLY;BYDAY=TU', '14:00', 90, $event],
            ['Glasshouse rounds', 'Glasshouse', 'FREQ=WEEKLY;BYDAY=TU,FR', '09:00', 150, $event + ['labels' => ['rounds']]],
            ['School visit', 'Tours', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=WE;BYMONTH=2,3,4,5,6,9,10,11', '09:00', 180, $event],
            ['Guided tours', 'Tours', 'FREQ=WEEKLY;BYDAY=WE', '13:30', 150, $event],
            ['Sowing', 'Glasshouse', 'FREQ=WEEKLY;BYDAY=TH', '09:00', 180, $potting],
            ['Trustees', 'Glasshouse', 'FREQ=MONTHLY;BYDAY=2TH', '13:00', 60, $event],
            ['Pot on ferns', 'Glasshouse', 'FREQ=WEEKLY;BYDAY=TH', '15:00', 75, $potting],
            ['Supper at Dad’s', 'Family', 'FREQ=WEEKLY;BYDAY=MO,FR', '18:05', 55, $event],
            ['Sunday with Dad', 'Family', 'FREQ=WEEKLY;INTERVAL=2;BYDAY=SU', '14:00', 180, $event + ['labels' => ['Dad']]],
            ['Market and shop', 'Household', 'FREQ=WEEKLY;BYDAY=SA', '10:30', 90, $event],
            ['Post and accounts', 'Paperwork', 'FREQ=WEEKLY;BYDAY=FR', '13:00', 90, ['estimate' => 90]],
        ];
        foreach ($weekly as [$title, $calendar, $rule, $time, $length, $columns]) {
            $this->routine($title, $calendar, $rule.$until, $time, $length, $columns);
        }
        foreach ([4, 30] as $weeks) {
            for ($day = 2; $day < 6; $day++) {
                $start = $this->monday->plusDays($day - 7 * $weeks).($day === 5 ? 'T09:00:00' : 'T16:00:00');
                $this->task('Seed swap', 'Tours', $start, $day === 5 ? 480 : 330, $event);
            }
        }
    }

    /** Work that was timed through the year. */
    private function timedYear(DemoHistory $history): void
    {
        foreach (
            Entry::query()
                ->where('user_id', $this->user->id)
                ->whereIn('title', array_keys(DemoHistory::TIMED))
                ->whereNotNull('rule')
                ->with('overrides')
                ->get() as $entry
        ) {
            foreach ($history->timings($entry) as $timing) {
                Timing::query()->create(['user_id' => $this->user->id, 'entry_id' => $entry->id, ...$timing]);
            }
        }
    }

    /** Lines of days that were closed, one or two a week. */
    private function journal(): void
    {
        $well = [
            'The fuchsias are through the worst.',
            'All trays pricked out before noon.',
            'A quiet hour under glass, and the log is up to date.',
            'The school class asked better questions than the trustees.',
            'Dad ate well and told the story of the flood again.',
            'The altos found their entry at last.',
            'Ran up to the water tower without stopping.',
        ];
        $better = [
            'Begin with the post, not with the telephone.',
            'Two visits on one day are one too many.',
            'Bring the bread in earlier; it was nearly dark.',
            'Say no to the third tour.',
            'Write the wages down while they are fresh.',
        ];
        for ($back = 52 * 7; $back > 3; $back -= 5) {
            $day = $this->today->plusDays(-$back);
            $chance = crc32("closed {$day}");
            Closing::query()->create([
                'user_id' => $this->user->id,
                'date' => (string) $day,
                'closed_at' => $this->zone->instant($day->at(21, $chance % 50)),
                'decisions' => [],
                'answers' => [
                    ['question' => 'What went well?', 'answer' => $well[$chance % count($well)]],
                    ...$chance % 3 === 0
                        ? []
                        : [['question' => 'What could be better?', 'answer' => $better[($chance >> 5) % count($better)]]],
                ],
            ]);
        }
    }

    private function afterDone(string $title, string $calendar, string $rule, int $minutes): void
    {
        $entry = $this->routine(
            $title,
            $calendar,
            $rule,
            null,
            1,
            ['after_done' => true, 'estimate' => $minutes, 'reminders' => ['-P0D@10:00']],
            $this->today->plusDays(-54 - 28 * 12),
        );
        for ($back = 12; $back > 0; $back--) {
            $day = $this->today->plusDays(-54 - 28 * $back);
            $this->done($entry, 11, $day, (string) $day);
        }
        $this->done($entry, 16, $this->today->plusDays(-53), (string) $this->today->plusDays(-54));
        $this->done($entry, 11, $this->today->plusDays(-25), (string) $this->today->plusDays(-25));
    }

    /**
     * @param  string|null  $time  null for all-day
     * @param  array<string, mixed>  $columns
     */
    private function routine(
        string $title,
        string $calendar,
        string $rule,
        ?string $time,
        int $length,
        array $columns = [],
        ?LocalDate $from = null,
    ): Entry {
        $parsed = RuleParser::parse($rule);
        $earliest = LocalDateTime::parse(($from ?? $this->monday->plusDays(-self::BACK)).'T'.($time ?? '00:00'));
        $start = RecurrenceSet::firstOnOrAfter($parsed, $earliest) ?? $earliest;
        $placement =
            $time === null ? Placement::allDay($start->date(), $length) : Placement::timed($start, $length, $this->zone);
        /** @var list<string> $except */
        $except = $columns['except_dates'] ?? [];
        $series = new Series(
            '',
            $placement,
            $parsed,
            [],
            array_map(LocalDateTime::parse(...), $except),
            ($columns['after_done'] ?? false) === true,
        );

        return Entry::query()->create([
            ...$this->common($title, $calendar),
            'own_reminders' => isset($columns['reminders']),
            ...$columns,
            ...SeriesColumns::of($series),
        ]);
    }

    /**
     * @param  string|null  $start  a date, a date and time, or null for the basket
     * @param  array<string, mixed>  $columns
     */
    private function task(string $title, string $calendar, ?string $start, int $length, array $columns = []): Entry
    {
        $place =
            $start === null
                ? []
                : SeriesColumns::of(
                    new Series('', SeriesOf::placement(! str_contains($start, 'T'), $start, $length, self::ZONE)),
                );

        return Entry::query()->create([
            ...$this->common($title, $calendar),
            'own_reminders' => isset($columns['reminders']),
            ...$columns,
            ...$place,
        ]);
    }

    /** @return array<string, mixed> */
    private function common(string $title, string $calendar): array
    {
        return ['user_id' => $this->user->id, 'title' => $title, 'calendar_id' => $this->calendars[$calendar]->id];
    }

    private function done(Entry $entry, int $hour, ?LocalDate $day = null, string $id = Series::ONCE): void
    {
        $this->change($entry, $id, [
            'done_at' => $this->zone->instant(($day ?? LocalDate::parse(substr((string) $entry->start, 0, 10)))->at($hour)),
        ]);
    }

    /** @param  array<string, mixed>  $columns */
    private function change(Entry $entry, string $id, array $columns): void
    {
        $this->said[$entry->id][] = $id;
        OccurrenceOverride::query()->create([
            'entry_id' => $entry->id,
            'user_id' => $this->user->id,
            'recurrence_id' => $id,
            'day' => $id === Series::ONCE ? (substr((string) $entry->start, 0, 10) ?: null) : substr($id, 0, 10),
            ...$columns,
        ]);
    }

    /** @return list<string> the choir is off from 24 December to 1 January */
    private function christmasThursdays(): array
    {
        $off = [];
        foreach ([$this->today->year - 1, $this->today->year, $this->today->year + 1] as $year) {
            for (
                $day = LocalDate::of($year, 12, 24);
                $day->isBefore(LocalDate::of($year + 1, 1, 2));
                $day = $day->plusDays(1)
            ) {
                if ($day->weekday() === Weekday::TH) {
                    $off[] = $day.'T19:30:00';
                }
            }
        }

        return $off;
    }
}
