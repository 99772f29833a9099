<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Routing\Route;

/**
 * How much a request may bring and how much processor time it may take: each route states one beside its definition
 * (`tests/Feature/BoundsTest.php` fails for one that states none).
 */
enum Bounds: string
{
    /** What only looks. */
    case Read = 'read';

    /** What is changed on the screen. */
    case Change = 'change';

    /** Many things at once. */
    case Many = 'many';

    /** A file that comes with an entry, to be brought in, or with all of an account. */
    case Upload = 'upload';

    /** What is made of all that an account has, and handed out when it is whole. */
    case Export = 'export';

    /** A file that was looked through is taken in. */
    case TakeIn = 'take in';

    /** Another host is asked. */
    case Elsewhere = 'elsewhere';

    /** A program that reads and writes by CalDAV. */
    case Client = 'client';

    public static function of(?Route $route): self
    {
        $stated = $route?->getAction('bounds');

        return is_string($stated) ? self::from($stated) : self::Read;
    }

    /** Bytes of the body. */
    public function bytes(): int
    {
        return match ($this) {
            self::Upload => 22_000_000,
            self::Client => 11_000_000,
            default => 65_536,
        };
    }

    /** Seconds of processor time. */
    public function seconds(): int
    {
        return match ($this) {
            self::Read, self::Change => 2,
            self::Many => 5,
            self::Upload, self::Client, self::Elsewhere => 60,
            self::Export, self::TakeIn => 170,
        };
    }

    public function isFile(): bool
    {
        return $this === self::Upload;
    }
}
