<?php

declare(strict_types=1);

namespace App\Dav;

use App\Models\Calendar;
use App\Models\DavProperty;
use App\Reading\ObjectRows;

/** Which kinds of components lie in a calendar (RFC 4791 5.2.3): those that it was made for, and those that are in it by now. */
final readonly class ComponentSet
{
    public const NAME = Node::CALDAV.'supported-calendar-component-set';

    private const KINDS = ['event' => 'VEVENT', 'task' => 'VTODO'];

    public function __construct(private ObjectRows $rows)
    {
    }

    /** @return list<string> */
    public function of(Calendar $calendar): array
    {
        $asked = DavProperty::of($calendar)->where('name', self::NAME)->first()?->said();
        if (! is_array($asked)) {
            return array_values(self::KINDS);
        }
        $there = array_map(fn (string $kind): string => self::KINDS[$kind] ?? '', $this->rows->kinds($calendar));

        return array_values(array_intersect(self::KINDS, [...array_filter($asked, is_string(...)), ...$there]));
    }

    /** @throws DavFault where a kind has no place in a calendar (RFC 4791 5.3.2.1) */
    public function require(Calendar $calendar, string $kind): void
    {
        if (! in_array(self::KINDS[$kind] ?? '', $this->of($calendar), true)) {
            throw new DavFault(
                403,
                $kind === 'task' ? 'This calendar was made for events alone.' : 'This calendar was made for tasks alone.',
                Node::CALDAV.'supported-calendar-component',
            );
        }
    }

    /**
     * What a client wants a new calendar to be for.
     *
     * @return list<string>|null  null where it does not say, or wants all that there is
     *
     * @throws DavFault where nothing of it can be kept here
     */
    public static function asked(?Node $said): ?array
    {
        if ($said === null) {
            return null;
        }
        $names = array_map(fn (Node $one): string => strtoupper($one->attributes['name'] ?? ''), $said->children(Node::CALDAV.'comp'));
        $kinds = array_values(array_intersect(self::KINDS, $names));
        if ($kinds === []) {
            throw new DavFault(403, 'Only events and tasks are kept here.', Node::CALDAV.'supported-calendar-component');
        }

        return count($kinds) === count(self::KINDS) ? null : $kinds;
    }

    /** @param  list<string>  $kinds */
    public static function keep(Calendar $calendar, array $kinds): void
    {
        DavProperty::put($calendar, self::NAME, $kinds);
    }
}
