<?php

declare(strict_types=1);

namespace App\Models;

use App\Journal\HistoryStep;
use App\Journal\Recorded;
use Carbon\CarbonImmutable;
use Illuminate\Database\Eloquent\Relations\HasMany;
use Illuminate\Foundation\Auth\User as Authenticatable;
use Illuminate\Notifications\RoutesNotifications;
use PlumRota\Core\Planning\DayInHand;
use PlumRota\Core\Time\LocalDate;
use PlumRota\Core\Time\LocalDateTime;
use PlumRota\Core\Time\Region;
use PlumRota\Core\Time\Weekday;
use PlumRota\Core\Time\Zone;

/**
 * @property int $id
 * @property string $name
 * @property string $email
 * @property string $password
 * @property string $zone
 * @property Weekday $first_weekday
 * @property '24'|'12' $clock
 * @property 'day'|'month'|'year' $date_order what comes first in a date
 * @property 'point'|'comma' $decimal_mark
 * @property 'iso'|'january' $week_numbers
 * @property list<array{minutes: int, wakes: int, sleeps: int, theme: string}> $week Monday first; minutes of the day
 * @property string|null $default_calendar_id
 * @property string|null $holidays codes of countries and parts of them (ISO 3166), with commas between
 * @property list<int> $work_days ISO 8601
 * @property int $stint_minutes
 * @property int $must_limit a day
 * @property int $other_limit a day
 * @property list<string> $closing_questions
 * @property list<string> $round_questions
 * @property list<int>|null $best_hours of each of the 24: 2 at one's best, 1 fair, 0 else; null for the usual
 * @property int $breathing percent of what a day has to give that stays free
 * @property int $least_pause minutes between two blocks
 * @property int $deep_minutes of a stretch that is kept whole each week; 0 for none
 * @property bool $weather whether days say what weather is expected
 * @property string $weather_place
 * @property int $revision
 * @property bool $archives_daily whether all of it is written down every day
 * @property int $archives_kept
 * @property int|null $leaves_at Unix seconds: when the account is to be gone
 * @property string $revision_line another after a backup was brought back: revisions before it mean others
 * @property int $planned_until Unix seconds up to which reminders are written down
 * @property int $quiet_from minute of the day
 * @property int $quiet_to minute of the day
 * @property int|null $agenda_at minute of the day
 * @property list<'screen'|'mail'|'phone'> $agenda_channels
 * @property int|null $evening_at minute of the day
 */
final class User extends Authenticatable
{
    use Recorded;
    use RoutesNotifications;

    protected $guarded = [];

    protected $attributes = [
        'date_order' => 'day',
        'decimal_mark' => 'point',
        'week_numbers' => 'iso',
        'archives_daily' => false,
        'round_questions' => '["What gave strength?","What took it?","What was learned?","What should be less?"]',
        'best_hours' => null,
        'breathing' => 0,
        'least_pause' => 0,
        'deep_minutes' => 0,
        'weather' => true,
        'weather_place' => '',
        'archives_kept' => 3,
        'planned_until' => 0,
        'quiet_from' => 0,
        'quiet_to' => 0,
        'agenda_channels' => '["screen"]',
        'agenda_at' => null,
        'evening_at' => null,
        'stint_minutes' => 25,
        'must_limit' => 2,
        'other_limit' => 8,
        'closing_questions' => '["What went well?","What could be better?","A good moment","What for tomorrow?"]',
    ];

    protected $hidden = ['password', 'remember_token'];

    /**
     * @param  array<string, mixed>|object  $attributes
     * @param  string|null  $connection
     */
    public function newFromBuilder($attributes = [], $connection = null)
    {
        /** @var array<string, mixed> $columns */
        [$columns] = Repaired::row('users', (array) $attributes);

        return parent::newFromBuilder($columns, $connection);
    }

    /** @return array<string, string> */
    protected function casts(): array
    {
        return [
            'password' => 'hashed',
            'week' => 'array',
            'work_days' => 'array',
            'closing_questions' => 'array',
            'round_questions' => 'array',
            'best_hours' => 'array',
            'weather' => 'boolean',
            'agenda_channels' => 'array',
            'archives_daily' => 'boolean',
            'first_weekday' => Weekday::class,
        ];
    }

    /** How dates, times and numbers are written, and weeks counted. */
    public function region(): Region
    {
        return new Region($this->date_order, $this->clock, $this->decimal_mark, $this->week_numbers, $this->first_weekday);
    }

    /** @return HasMany<Closing, $this> the days closed */
    public function closings(): HasMany
    {
        return $this->hasMany(Closing::class);
    }

    /** @return HasMany<Round, $this> */
    public function rounds(): HasMany
    {
        return $this->hasMany(Round::class);
    }

    /** @return HasMany<Goal, $this> in order */
    public function goals(): HasMany
    {
        return $this->hasMany(Goal::class)->orderBy('position')->orderBy('id');
    }

    /** @return HasMany<Template, $this> in order */
    public function templates(): HasMany
    {
        return $this->hasMany(Template::class)->orderBy('position')->orderBy('id');
    }

    /** @return HasMany<Theme, $this> */
    public function themes(): HasMany
    {
        return $this->hasMany(Theme::class);
    }

    /** @return HasMany<Timing, $this> */
    public function timings(): HasMany
    {
        return $this->hasMany(Timing::class);
    }

    /** @return HasMany<DayHours, $this> */
    public function dayHours(): HasMany
    {
        return $this->hasMany(DayHours::class);
    }

    /** @return HasMany<Feed, $this> addresses under which others read */
    public function feeds(): HasMany
    {
        return $this->hasMany(Feed::class);
    }

    /** @return HasMany<StoredArchive, $this> all of the account as files */
    public function archives(): HasMany
    {
        return $this->hasMany(StoredArchive::class);
    }

    /** @return HasMany<DevicePassword, $this> of programs that read and write by CalDAV */
    public function devicePasswords(): HasMany
    {
        return $this->hasMany(DevicePassword::class);
    }

    /** @return HasMany<Filter, $this> */
    public function filters(): HasMany
    {
        return $this->hasMany(Filter::class);
    }

    /** @return HasMany<FilingRule, $this> in order */
    public function filingRules(): HasMany
    {
        return $this->hasMany(FilingRule::class)->orderBy('position')->orderBy('id');
    }

    /** @return HasMany<Device, $this> */
    public function devices(): HasMany
    {
        return $this->hasMany(Device::class);
    }

    /** @return HasMany<Delivery, $this> */
    public function deliveries(): HasMany
    {
        return $this->hasMany(Delivery::class);
    }

    /** @return HasMany<Attachment, $this> */
    public function attachments(): HasMany
    {
        return $this->hasMany(Attachment::class);
    }

    /** @return HasMany<HistoryStep, $this> of history */
    public function steps(): HasMany
    {
        return $this->hasMany(HistoryStep::class);
    }

    /** @return HasMany<AccountLink, $this> */
    public function invitations(): HasMany
    {
        return $this->hasMany(AccountLink::class)->where('kind', 'invitation');
    }

    public function timeZone(): Zone
    {
        return Zone::of($this->zone);
    }

    /** The day that is closed by someone who closes one now. */
    public function dayInHand(): LocalDate
    {
        $now = $this->wallNow();

        return DayInHand::of($now, $this->week[$now->date()->weekday()->value - 1]['wakes']);
    }

    /** What the walls around this person show now. */
    public function wallNow(): LocalDateTime
    {
        return $this->timeZone()->wall(CarbonImmutable::now()->getTimestamp());
    }
}
