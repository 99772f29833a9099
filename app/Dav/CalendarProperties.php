<?php

declare(strict_types=1);

namespace App\Dav;

use App\Access\Changeable;
use App\Actions\Calendars\AddCalendar;
use App\Actions\Calendars\ChangeCalendar;
use App\Journal\WritePath;
use App\Models\Calendar;
use App\Models\DavProperty;
use App\Models\User;

/** What a client says of a calendar: its name, its colour, its place, and what means nothing here and is kept (RFC 4918 9.2). */
final readonly class CalendarProperties
{
    private const MOST_KEPT = 50;

    private const LONGEST_KEPT = 20_000;

    /** What the server says of a calendar, and nobody else. */
    private const FIXED = [
        Node::DAV.'resourcetype',
        Node::DAV.'sync-token',
        Node::DAV.'supported-report-set',
        Node::DAV.'owner',
        Node::DAV.'getetag',
        Node::DAV.'current-user-principal',
        Node::DAV.'current-user-privilege-set',
        Node::DAV.'principal-collection-set',
        Node::TAG.'getctag',
        Node::CALDAV.'supported-calendar-data',
        Node::CALDAV.'supported-collation-set',
        Node::CALDAV.'max-resource-size',
        Node::CALDAV.'min-date-time',
        Node::CALDAV.'max-date-time',
        Node::CALDAV.'calendar-timezone-id',
    ];

    /** What may be said of a new calendar, and is not another afterwards (RFC 4791 5.2.3). */
    private const ONCE = [ComponentSet::NAME, Node::DAV.'resourcetype'];

    public function __construct(private WritePath $writes, private AddCalendar $add, private ChangeCalendar $change)
    {
    }

    /** @throws DavFault */
    public function make(User $user, string $name, ?Node $asked): Calendar
    {
        if (mb_strlen($name) > 200 || preg_match('/[\x00-\x1f\x7f]/', $name) === 1) {
            throw new DavFault(403, 'The name is longer than one can be, or has signs that it may not have.');
        }
        $said = self::said($asked);
        $refused = array_diff(array_intersect(array_keys($said), self::FIXED), self::ONCE);
        if ($refused !== []) {
            throw new DavFault(403, 'Some of what is said of it is not for a client to say.');
        }

        $kinds = ComponentSet::asked($said[ComponentSet::NAME] ?? null);

        return $this->writes->run($user, 'Added a calendar from a device', function () use ($user, $name, $said, $kinds): Calendar {
            $mine = Changeable::by($user);
            $usual = $user->default_calendar_id === null ? null : $mine->openCalendars()->find($user->default_calendar_id);
            $area =
                $usual->area_id ??
                ($mine->areas()->value('id') ?? throw new DavFault(409, 'There is no life area into which it could go.'));
            $calendar = $this->add->add($user, ['area_id' => $area, 'name' => 'New calendar', 'resource_name' => $name]);
            $this->take($user, $calendar->load('area'), array_diff_key($said, array_flip(self::ONCE)));
            if ($kinds !== null) {
                ComponentSet::keep($calendar, $kinds);
            }

            return $calendar;
        });
    }

    /**
     * All of it or nothing.
     *
     * @return array<int, array<string, null>> names by status
     */
    public function patch(User $user, Calendar $calendar, Node $asked): array
    {
        $said = self::said($asked);
        $fixed = array_values(array_intersect(array_keys($said), [...self::FIXED, ...self::ONCE]));
        $most = DavProperty::of($calendar)->count() + count($said);
        $tooMuch = array_keys(
            array_filter(
                $said,
                fn (?Node $one): bool => $one !== null &&
                    strlen(json_encode($one->toArray(), JSON_THROW_ON_ERROR)) > self::LONGEST_KEPT,
            ),
        );
        $refused = array_values(
            array_unique([...$fixed, ...$tooMuch, ...$most > self::MOST_KEPT + 10 ? array_keys($said) : []]),
        );
        if ($refused !== []) {
            return array_filter([
                403 => array_fill_keys($refused, null),
                424 => array_fill_keys(array_values(array_diff(array_keys($said), $refused)), null),
            ]);
        }
        $this->writes->run(
            $user,
            "Changed the calendar “{$calendar->name}” from a device",
            fn () => $this->take($user, $calendar, $said),
        );

        return [200 => array_fill_keys(array_keys($said), null)];
    }

    /** @param  array<string, Node|null>  $said  by name; null: taken away */
    private function take(User $user, Calendar $calendar, array $said): void
    {
        $values = [];
        $name = trim($said[Node::DAV.'displayname']->text ?? '');
        if ($name !== '') {
            $values['name'] = mb_substr($name, 0, 100);
        }
        if (array_key_exists(Node::LOOK.'calendar-color', $said)) {
            $colour = CalendarColours::nearest($said[Node::LOOK.'calendar-color']->text ?? '');
            $values['colour'] = $colour === $calendar->area->colour ? null : $colour;
        }
        $order = $said[Node::LOOK.'calendar-order']->text ?? '';
        if (preg_match('/^\d{1,6}$/D', $order) === 1) {
            $values['position'] = (int) $order;
        }
        if ($values !== []) {
            $this->change->change($user, $calendar, $values);
        }
        $known = [Node::DAV.'displayname', Node::LOOK.'calendar-color', Node::LOOK.'calendar-order'];
        foreach (array_diff_key($said, array_flip($known)) as $name => $node) {
            $node === null
                ? DavProperty::of($calendar)->where('name', $name)->delete()
                : DavProperty::put($calendar, $name, $node->toArray()['value']);
        }
    }

    /** @return array<string, Node|null> by name; null: taken away */
    private static function said(?Node $asked): array
    {
        $said = [];
        foreach ($asked->children ?? [] as $one) {
            $isSet = $one->name === Node::DAV.'set';
            if ($isSet || $one->name === Node::DAV.'remove') {
                foreach ($one->child(Node::DAV.'prop')->children ?? [] as $property) {
                    $said[$property->name] = $isSet ? $property : null;
                }
            }
        }

        return $said;
    }
}
