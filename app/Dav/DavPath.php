<?php

declare(strict_types=1);

namespace App\Dav;

/**
 * An address below /dav/: the server, an account (its principal), its calendars, one of them, or an entry in one.
 */
final readonly class DavPath
{
    public const ROOT = 'root';

    public const PRINCIPAL = 'principal';

    public const HOME = 'home';

    public const CALENDAR = 'calendar';

    public const OBJECT = 'object';

    private function __construct(
        public string $kind,
        public int $user = 0,
        public string $calendar = '',
        public string $object = '',
    ) {
    }

    /** @param  string  $path  what comes after /dav/, its signs written out; null where there can be nothing */
    public static function parse(string $path): ?self
    {
        if (! mb_check_encoding($path, 'UTF-8') || str_contains($path, "\0")) {
            return null;
        }
        $parts = $path === '' ? [] : explode('/', rtrim($path, '/'));
        if ($parts === [] || $parts === ['']) {
            return new self(self::ROOT);
        }
        if (
            count($parts) > 4 ||
            preg_match('/^[1-9]\d{0,17}$/D', $parts[0]) !== 1 ||
            (isset($parts[1]) && $parts[1] !== 'calendars') ||
            in_array('', $parts, true) ||
            in_array('..', $parts, true)
        ) {
            return null;
        }
        $user = (int) $parts[0];

        return match (count($parts)) {
            1 => self::principal($user),
            2 => self::home($user),
            3 => self::calendar($user, $parts[2]),
            default => self::object($user, $parts[2], $parts[3]),
        };
    }

    /** Of an address as a client writes it, whole or from the first slash on. */
    public static function ofHref(string $href): ?self
    {
        $path = (string) parse_url(trim($href), PHP_URL_PATH);
        $at = strpos($path, '/dav/');

        return $at === false ? null : self::parse(rawurldecode(substr($path, $at + 5)));
    }

    public static function root(): self
    {
        return new self(self::ROOT);
    }

    public static function principal(int $user): self
    {
        return new self(self::PRINCIPAL, $user);
    }

    public static function home(int $user): self
    {
        return new self(self::HOME, $user);
    }

    public static function calendar(int $user, string $calendar): self
    {
        return new self(self::CALENDAR, $user, $calendar);
    }

    public static function object(int $user, string $calendar, string $object): self
    {
        return new self(self::OBJECT, $user, $calendar, $object);
    }

    /** From the first slash on, as it stands in an answer. */
    public function href(): string
    {
        $base = '/dav/';

        return match ($this->kind) {
            self::ROOT => $base,
            self::PRINCIPAL => "{$base}{$this->user}/",
            self::HOME => "{$base}{$this->user}/calendars/",
            self::CALENDAR => "{$base}{$this->user}/calendars/".rawurlencode($this->calendar).'/',
            default => "{$base}{$this->user}/calendars/".rawurlencode($this->calendar).'/'.rawurlencode($this->object),
        };
    }
}
