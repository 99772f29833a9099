<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/**
 * What a client of CalDAV said of a calendar that means nothing here, and is given back as it came (RFC 4918 9.2).
 *
 * @property string $calendar_id
 * @property string $name in Clark notation: {namespace}local-name
 * @property string $value JSON of what sabre/xml writes
 */
final class DavProperty extends Model
{
    public $incrementing = false;

    public $timestamps = false;

    protected $table = 'dav_properties';

    protected $guarded = [];

    /** @return Builder<self> */
    public static function of(Calendar $calendar): Builder
    {
        return self::query()->where('calendar_id', $calendar->id);
    }

    public static function put(Calendar $calendar, string $name, mixed $value): void
    {
        self::query()->upsert(
            [['calendar_id' => $calendar->id, 'name' => $name, 'value' => json_encode($value, JSON_THROW_ON_ERROR)]],
            ['calendar_id', 'name'],
            ['value'],
        );
    }

    public function said(): mixed
    {
        return json_decode($this->value, true);
    }
}
