<?php

declare(strict_types=1);

namespace App\Dav;

use App\Models\Calendar;
use App\Models\DavProperty;
use App\Models\User;
use App\Reading\ObjectRow;
use App\Reading\ObjectRows;
use Carbon\CarbonImmutable;
use Closure;
use PlumRota\Core\Time\PlannableDays;

/** What a client can ask of a resource (RFC 4918 15, RFC 4791 5.2 and 6.2, RFC 5397, RFC 6578 4), each reckoned only when asked for. */
final readonly class LiveProperties
{
    /** Bytes of an entry as a file. */
    public const LARGEST_OBJECT = 10_000_000;

    private const D = Node::DAV;

    private const C = Node::CALDAV;

    private const REPORTS = [
        self::C.'calendar-query',
        self::C.'calendar-multiget',
        self::C.'free-busy-query',
        self::D.'sync-collection',
    ];

    private const WRITING = [
        self::D.'write',
        self::D.'write-properties',
        self::D.'write-content',
        self::D.'bind',
        self::D.'unbind',
    ];

    public function __construct(private ObjectRows $rows, private ComponentSet $components)
    {
    }

    /** @return array<string, Closure(): mixed> by name: values as sabre/xml writes them */
    public function of(User $user, DavPath $path, ?Calendar $calendar, ?ObjectRow $row): array
    {
        return [
            ...match ($path->kind) {
                DavPath::CALENDAR => $calendar === null ? [] : $this->ofCalendar($user, $calendar),
                DavPath::OBJECT => $row === null ? [] : $this->ofObject($user, $row),
                DavPath::PRINCIPAL => $this->ofPrincipal($user),
                default => [
                    self::D.'resourcetype' => fn (): array => [self::D.'collection' => null],
                    self::D.'displayname' => fn (): string => 'Plum Rota',
                ],
            },
            self::D.'current-user-principal' => fn (): array => [self::D.'href' => DavPath::principal($user->id)->href()],
            self::D.'principal-collection-set' => fn (): array => [self::D.'href' => DavPath::root()->href()],
            self::D.'owner' => fn (): array => [self::D.'href' => DavPath::principal($user->id)->href()],
            self::D.'current-user-privilege-set' => fn (): array => self::privileges($calendar?->follows === null),
        ];
    }

    /** @return array<string, Closure(): mixed> */
    private function ofPrincipal(User $user): array
    {
        $self = fn (): array => [self::D.'href' => DavPath::principal($user->id)->href()];

        return [
            self::D.'resourcetype' => fn (): array => [self::D.'principal' => null, self::D.'collection' => null],
            self::D.'displayname' => fn (): string => $user->name,
            self::D.'principal-URL' => $self,
            self::C.'calendar-home-set' => fn (): array => [self::D.'href' => DavPath::home($user->id)->href()],
            self::C.'calendar-user-address-set' => fn (): array => [
                ['name' => self::D.'href', 'value' => "mailto:{$user->email}", 'attributes' => []],
                ['name' => self::D.'href', 'value' => DavPath::principal($user->id)->href(), 'attributes' => []],
            ],
        ];
    }

    /** @return array<string, Closure(): mixed> */
    private function ofCalendar(User $user, Calendar $calendar): array
    {
        $latest = fn (): int => $this->rows->latest($calendar);
        $kept = [];
        foreach (DavProperty::of($calendar)->get() as $one) {
            $kept[$one->name] = $one->said(...);
        }

        return [
            ...$kept,
            self::D.'resourcetype' => fn (): array => [self::D.'collection' => null, self::C.'calendar' => null],
            self::D.'displayname' => fn (): string => $calendar->name,
            self::D.'sync-token' => fn (): string => (new SyncToken($latest()))->text($user, $calendar->id),
            Node::TAG.'getctag' => fn (): string => (new SyncToken($latest()))->text($user, $calendar->id),
            self::D.'supported-report-set' => fn (): array => array_map(
                fn (string $name): array => [
                    'name' => self::D.'supported-report',
                    'value' => [self::D.'report' => [$name => null]],
                    'attributes' => [],
                ],
                self::REPORTS,
            ),
            ComponentSet::NAME => fn (): array => array_map(
                fn (string $name): array => ['name' => self::C.'comp', 'value' => null, 'attributes' => ['name' => $name]],
                $this->components->of($calendar),
            ),
            self::C.'supported-calendar-data' => fn (): array => [
                [
                    'name' => self::C.'calendar-data',
                    'value' => null,
                    'attributes' => ['content-type' => 'text/calendar', 'version' => '2.0'],
                ],
            ],
            self::C.'supported-collation-set' => fn (): array => array_map(
                fn (string $name): array => ['name' => self::C.'supported-collation', 'value' => $name, 'attributes' => []],
                QueryFilter::COLLATIONS,
            ),
            self::C.'max-resource-size' => fn (): string => (string) self::LARGEST_OBJECT,
            self::C.'min-date-time' => fn (): string => PlannableDays::FIRST_YEAR.'0101T000000Z',
            self::C.'max-date-time' => fn (): string => PlannableDays::LAST_YEAR.'1231T235959Z',
            self::C.'calendar-timezone-id' => fn (): string => $user->zone, // RFC 7809 5.2
            Node::LOOK.'calendar-color' => fn (): string => CalendarColours::written(
                $calendar->colour ?? $calendar->area->colour,
            ),
            Node::LOOK.'calendar-order' => fn (): string => (string) $calendar->position,
        ];
    }

    /** @return array<string, Closure(): mixed> */
    private function ofObject(User $user, ObjectRow $row): array
    {
        $type = $row->kind === 'event' ? 'VEVENT' : 'VTODO';

        return [
            self::D.'resourcetype' => fn (): null => null,
            self::D.'getetag' => fn (): string => CalendarObjects::tag($user, $row),
            self::D.'getcontenttype' => fn (): string => "text/calendar; charset=utf-8; component={$type}",
            self::D.'getlastmodified' => fn (): string => CarbonImmutable::parse(
                $row->changedAt ?? 'now',
                'UTC',
            )->toRfc7231String(),
        ];
    }

    /** @return list<array{name: string, value: array<string, null>, attributes: array<string, string>}> RFC 3744 5.4 */
    private static function privileges(bool $mayWrite): array
    {
        return array_map(
            fn (string $name): array => ['name' => self::D.'privilege', 'value' => [$name => null], 'attributes' => []],
            [
                self::D.'read',
                self::C.'read-free-busy',
                self::D.'read-current-user-privilege-set',
                ...$mayWrite ? self::WRITING : [],
            ],
        );
    }
}
