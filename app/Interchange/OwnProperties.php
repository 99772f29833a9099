<?php

declare(strict_types=1);

namespace App\Interchange;

use Sabre\VObject\Component;
use Sabre\VObject\Property;

/**
 * What has no property of its own in iCalendar, said in properties of ours beside what others understand.
 *
 * Each says by a check sum what a reader of the standard properties gets: only while it still gets that, ours are taken. So what
 * another program changed is never put back by what we wrote beside it.
 */
final class OwnProperties
{
    private const INSTEAD = 'X-INSTEAD-OF';

    public static function add(Component $to, string $name, mixed $read, mixed $is): void
    {
        $to->add(
            Names::OWN.strtoupper(str_replace('_', '-', $name)),
            json_encode(
                $is,
                JSON_THROW_ON_ERROR | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_SLASHES | JSON_PRESERVE_ZERO_FRACTION,
            ),
            [self::INSTEAD => self::sum($read)],
        );
    }

    /** @return array<string, array{string, mixed}> by the name after ours: the check sum, and the value */
    public static function of(Component $component): array
    {
        $own = [];
        foreach ($component->children() as $child) {
            if (! ($child instanceof Property) || ! str_starts_with($child->name, Names::OWN)) {
                continue;
            }
            $text = trim((string) $child);
            $value = json_decode($text, true, 32);
            if ($value !== null || $text === 'null') {
                $own[substr($child->name, strlen(Names::OWN))] = [Properties::parameter($child, self::INSTEAD) ?? '', $value];
            }
        }

        return $own;
    }

    /** Whether what was read is still what ours stood beside. */
    public static function stands(mixed $read, string $instead): bool
    {
        return self::sum($read) === $instead;
    }

    private static function sum(mixed $value): string
    {
        return substr(hash('sha256', json_encode($value, JSON_THROW_ON_ERROR)), 0, 10);
    }
}
