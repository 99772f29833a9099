<?php

declare(strict_types=1);

namespace App\Interchange;

use Sabre\VObject\Component;
use Sabre\VObject\Property;

/** The properties of a component by their names, as types say them; sabre/vobject has them as members that come and go. */
final class Properties
{
    /** @return list<Property> */
    public static function all(Component $of, string $name): array
    {
        return array_values(array_filter($of->select($name), fn (mixed $one): bool => $one instanceof Property));
    }

    public static function first(Component $of, string $name): ?Property
    {
        return self::all($of, $name)[0] ?? null;
    }

    /** @return list<Component> */
    public static function components(Component $of, string $name): array
    {
        return array_values(array_filter($of->select($name), fn (mixed $one): bool => $one instanceof Component));
    }

    public static function has(Component $of, string $name): bool
    {
        return self::first($of, $name) !== null;
    }

    /** The value of the first, its escapes undone; empty where there is none. */
    public static function text(Component $of, string $name): string
    {
        $property = self::first($of, $name);

        return $property === null ? '' : trim((string) $property);
    }

    /** As it is written; for moments, rules and what else has a form of its own. */
    public static function raw(Property $property): string
    {
        return trim($property->getRawMimeDirValue());
    }

    public static function parameter(?Property $property, string $name): ?string
    {
        $parameter = $property[$name] ?? null;

        return $parameter instanceof \Sabre\VObject\Parameter ? (string) $parameter : null;
    }
}
