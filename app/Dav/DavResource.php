<?php

declare(strict_types=1);

namespace App\Dav;

use App\Access\Visible;
use App\Models\Calendar;
use App\Models\User;
use App\Reading\ObjectRow;
use App\Reading\ObjectRows;

/** What there is at an address. */
final readonly class DavResource
{
    /**
     * @param  Calendar|null  $calendar  that it is, or in which it lies
     * @param  ObjectRow|null  $row  where it is an entry that is there
     */
    public function __construct(public DavPath $path, public ?Calendar $calendar = null, public ?ObjectRow $row = null)
    {
    }

    /**
     * @param  bool  $mayBeNew  an entry, or a calendar, that is not there yet is no fault
     *
     * @throws DavFault where there is nothing, or it is somebody else's
     */
    public static function at(User $user, string $path, ObjectRows $rows, bool $mayBeNew = false): self
    {
        $at = DavPath::parse($path) ?? throw self::nothing();
        if ($at->kind === DavPath::ROOT) {
            return new self($at);
        }
        if ($at->user !== $user->id) {
            throw self::nothing(); // the same whether there is such an account or not
        }
        if ($at->kind === DavPath::PRINCIPAL || $at->kind === DavPath::HOME) {
            return new self($at);
        }
        $calendar = self::calendar($user, $at->calendar);
        if ($calendar === null) {
            return $mayBeNew && $at->kind === DavPath::CALENDAR
                ? new self($at)
                : throw ($mayBeNew ? new DavFault(409, 'There is no such calendar.') : self::nothing());
        }
        if ($at->kind === DavPath::CALENDAR) {
            return new self($at, $calendar);
        }
        $row = $rows->named($calendar, [$at->object])[$at->object] ?? null;

        return $row === null && ! $mayBeNew ? throw self::nothing() : new self($at, $calendar, $row);
    }

    /** @return list<DavResource> those of an account */
    public static function calendars(User $user): array
    {
        return array_values(
            Visible::to($user)
                ->calendars()
                ->with('area')
                ->get()
                ->map(
                    fn (Calendar $one): self => new self(
                        DavPath::calendar($user->id, $one->resource_name ?? $one->id),
                        $one,
                    ),
                )
                ->all(),
        );
    }

    private static function calendar(User $user, string $name): ?Calendar
    {
        return Visible::to($user)
            ->calendars()
            ->with('area')
            ->where(
                fn ($one) => $one
                    ->where('resource_name', $name)
                    ->orWhere(fn ($other) => $other->where('id', $name)->whereNull('resource_name')),
            )
            ->first();
    }

    private static function nothing(): DavFault
    {
        return new DavFault(404, 'There is nothing at this address.');
    }
}
