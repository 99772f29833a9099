<?php

declare(strict_types=1);

namespace App\Following;

/** Where a calendar of somebody else is read: an address of http or https. */
final readonly class Address
{
    /** Letters of the name of a host (RFC 1035 2.3.4). */
    private const LONGEST_HOST = 253;

    private function __construct(public string $url, public string $host, public int $port)
    {
    }

    /** @throws FetchTrouble */
    public static function of(string $text): self
    {
        // Calendars are often given as webcal, which is http by another name.
        $text = (string) preg_replace('#^webcals?://#i', 'https://', trim($text));
        $parts = parse_url($text);
        $scheme = strtolower($parts['scheme'] ?? '');
        $host = strtolower(trim($parts['host'] ?? '', '[]'));
        if (
            ! is_array($parts) ||
            ! in_array($scheme, ['http', 'https'], true) ||
            $host === '' ||
            strlen($text) > 2000 ||
            strlen($host) > self::LONGEST_HOST ||
            preg_match('/[\x00-\x20\x7f\\\\]/', $text) === 1
        ) {
            throw new FetchTrouble('An address of a calendar begins with https:// or http://.');
        }
        // Only what everybody reads as the same host: it is looked up here, and then asked by another program.
        if (isset($parts['user']) || preg_match('/^(?:[a-z0-9_-]{1,63}\.)*[a-z0-9_-]{1,63}$|^[0-9a-f:.]+$/D', $host) !== 1) {
            throw new FetchTrouble('The name of its host has signs in it that it may not have, or a sign-in before it.');
        }

        return new self($text, $host, $parts['port'] ?? ($scheme === 'https' ? 443 : 80));
    }

    /**
     * The addresses of the network that it may be asked at: none where any of them is private, so that nobody reads through this
     * what lies around it. Whoever keeps this Plum Rota can allow some hosts all the same (config/following.php).
     *
     * @param  callable(string): list<string>  $lookUp  a name → its addresses
     *
     * @throws FetchTrouble
     */
    public function resolved(callable $lookUp): string
    {
        $found = filter_var($this->host, FILTER_VALIDATE_IP) !== false ? [$this->host] : $lookUp($this->host);
        if ($found === []) {
            throw new FetchTrouble("There is no host {$this->host}, or it cannot be found now.");
        }
        $allowed = config('following.allowed');
        if (is_array($allowed) && in_array("{$this->host}:{$this->port}", $allowed, true)) {
            return $found[0];
        }
        foreach ($found as $ip) {
            if (! PublicAddress::is($ip)) {
                throw new FetchTrouble('This address lies in a private network, and is not asked from here.');
            }
        }

        return $found[0];
    }

    /**
     * Where it is sent on to.
     *
     * @throws FetchTrouble
     */
    public function onTo(string $location): self
    {
        $parts = parse_url($this->url);
        $origin =
            ($parts['scheme'] ?? 'https').'://'.($parts['host'] ?? '').(isset($parts['port']) ? ":{$parts['port']}" : '');
        $path = (string) preg_replace('#[^/]*$#', '', $parts['path'] ?? '/');

        return self::of(
            match (true) {
                preg_match('#^[a-z][a-z0-9+.-]*:#i', $location) === 1 => $location,
                str_starts_with($location, '//') => ($parts['scheme'] ?? 'https').":{$location}",
                str_starts_with($location, '/') => $origin.$location,
                default => $origin.($path === '' ? '/' : $path).$location,
            },
        );
    }
}
