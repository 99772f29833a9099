<?php

declare(strict_types=1);

namespace App\Following;

/**
 * Whether an address of the network is one that anybody may ask: none of this machine, of the net around it, or set aside (RFC 6890 and
 * the IANA special-purpose address registries for IPv4 and IPv6).
 */
final class PublicAddress
{
    /** What filter_var does not know for reserved. */
    private const ALSO_SET_ASIDE = [
        '100.64.0.0/10', // shared by providers (RFC 6598)
        '192.0.0.0/24',
        '192.0.2.0/24', // documentation
        '192.88.99.0/24',
        '198.18.0.0/15', // benchmarks
        '198.51.100.0/24',
        '203.0.113.0/24',
        '224.0.0.0/4', // multicast
        '240.0.0.0/4',
        '::/96', // IPv4 in the form it once had
        '::ffff:0:0/96', // IPv4, mapped
        '64:ff9b::/96', // IPv4, translated
        '64:ff9b:1::/48',
        '100::/64',
        '2001::/23', // among them Teredo, which holds IPv4
        '2001:db8::/32',
        '2002::/16', // 6to4, which holds IPv4
        'fc00::/7',
        'fe80::/10',
        'fec0::/10',
        'ff00::/8',
    ];

    public static function is(string $ip): bool
    {
        if (filter_var($ip, FILTER_VALIDATE_IP, FILTER_FLAG_NO_PRIV_RANGE | FILTER_FLAG_NO_RES_RANGE) === false) {
            return false;
        }
        foreach (self::ALSO_SET_ASIDE as $range) {
            if (self::lies($ip, $range)) {
                return false;
            }
        }

        return true;
    }

    private static function lies(string $ip, string $range): bool
    {
        [$net, $bits] = explode('/', $range);
        $is = (string) inet_pton($ip);
        $of = (string) inet_pton($net);
        if (strlen($is) !== strlen($of)) {
            return false;
        }
        $whole = intdiv((int) $bits, 8);
        $rest = (int) $bits % 8;
        $mask = (0xFF << (8 - $rest)) & 0xFF;

        return substr($is, 0, $whole) === substr($of, 0, $whole) &&
            ($rest === 0 || (ord($is[$whole]) & $mask) === (ord($of[$whole]) & $mask));
    }
}
