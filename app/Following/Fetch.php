<?php

declare(strict_types=1);

namespace App\Following;

use CurlHandle;

/**
 * Asks an address for a calendar: for ten seconds, ten megabytes and five times of being sent on at most, and of each host that
 * it is sent on to nothing but what anybody may ask. What a name stands for is looked up once, and that is what is asked.
 */
final class Fetch
{
    private const SECONDS = 10;

    private const MOST_BYTES = 10_000_000;

    private const MOST_REDIRECTS = 5;

    /** @throws FetchTrouble */
    public function get(Address $address, ?string $etag, ?string $lastModified): Fetched
    {
        $until = microtime(true) + self::SECONDS;
        for ($hops = 0; $hops <= self::MOST_REDIRECTS; $hops++) {
            $path = (string) tempnam(sys_get_temp_dir(), 'feed');
            $isKept = false;
            try {
                [$status, $headers] = $this->ask($address, $etag, $lastModified, $path, $until);
                if (in_array($status, [301, 302, 303, 307, 308], true) && isset($headers['location'])) {
                    $address = $address->onTo($headers['location']);

                    continue;
                }
                if ($status === 304 && $etag === null && $lastModified === null) {
                    throw new FetchTrouble('It says that nothing has changed, to somebody who has nothing of it yet (304).');
                }
                if ($status === 304) {
                    return new Fetched(null, $headers['etag'] ?? $etag, $headers['last-modified'] ?? $lastModified);
                }
                if ($status !== 200) {
                    throw new FetchTrouble(self::refusal($status));
                }
                $isKept = true;

                return new Fetched(
                    $path,
                    self::short($headers['etag'] ?? null),
                    self::short($headers['last-modified'] ?? null),
                );
            } finally {
                if (! $isKept) {
                    unlink($path);
                }
            }
        }
        throw new FetchTrouble('It was sent on from address to address without end.');
    }

    /** @return array{int, array<string, string>} status, and headers by name */
    private function ask(Address $address, ?string $etag, ?string $lastModified, string $path, float $until): array
    {
        $ip = $address->resolved(self::lookUp(...));
        $left = (int) (($until - microtime(true)) * 1000);
        if ($left <= 0) {
            throw self::tooSlow();
        }
        $headers = [];
        $bytes = 0;
        $isTooLarge = false;
        $file = fopen($path, 'wb') ?: throw new FetchTrouble('There is no room here to keep what it answers.');
        $curl = curl_init($address->url) ?: throw new FetchTrouble('It cannot be asked now.');
        curl_setopt_array($curl, [
            CURLOPT_PROTOCOLS => CURLPROTO_HTTP | CURLPROTO_HTTPS,
            CURLOPT_RESOLVE => ["{$address->host}:{$address->port}:".(str_contains($ip, ':') ? "[{$ip}]" : $ip)],
            CURLOPT_PROXY => '',
            CURLOPT_FOLLOWLOCATION => false,
            CURLOPT_TIMEOUT_MS => $left,
            CURLOPT_CONNECTTIMEOUT_MS => min($left, 5000),
            CURLOPT_ENCODING => '',
            CURLOPT_NOSIGNAL => true,
            CURLOPT_HTTPHEADER => array_values(
                array_filter([
                    'Accept: text/calendar, */*;q=0.1',
                    'User-Agent: Plum Rota',
                    $etag === null ? null : "If-None-Match: {$etag}",
                    $lastModified === null ? null : "If-Modified-Since: {$lastModified}",
                ]),
            ),
            CURLOPT_HEADERFUNCTION => function (CurlHandle $curl, string $line) use (&$headers): int {
                if (preg_match('/^([\w-]+):\s*(.*?)\s*$/D', $line, $m) === 1) {
                    $headers[strtolower($m[1])] = $m[2];
                }

                return strlen($line);
            },
            CURLOPT_WRITEFUNCTION => function (CurlHandle $curl, string $data) use ($file, &$bytes, &$isTooLarge): int {
                $bytes += strlen($data);
                $isTooLarge = $bytes > self::MOST_BYTES;

                return $isTooLarge ? 0 : (int) fwrite($file, $data);
            },
        ]);
        $isDone = curl_exec($curl);
        $number = curl_errno($curl);
        $status = curl_getinfo($curl, CURLINFO_RESPONSE_CODE);
        fclose($file);
        if ($isDone === false) {
            throw match (true) {
                $isTooLarge => new FetchTrouble('It is larger than '.self::MOST_BYTES / 1_000_000 .' MB.'),
                $number === CURLE_OPERATION_TIMEOUTED => self::tooSlow(),
                in_array(
                    $number,
                    [CURLE_SSL_CACERT, CURLE_SSL_PEER_CERTIFICATE, CURLE_SSL_CONNECT_ERROR],
                    true,
                ) => new FetchTrouble('Its certificate is not good, or none can be agreed on.'),
                default => new FetchTrouble('Nothing answers there.'),
            };
        }

        return [$status, $headers];
    }

    /** @return list<string> the addresses of a name; one that is written as a number in some other way too */
    private static function lookUp(string $host): array
    {
        $found = gethostbynamel($host) ?: [];
        foreach (@dns_get_record($host, DNS_AAAA) ?: [] as $record) {
            if (is_string($record['ipv6'] ?? null)) {
                $found[] = $record['ipv6'];
            }
        }

        return array_values(array_unique($found));
    }

    private static function tooSlow(): FetchTrouble
    {
        return new FetchTrouble('It did not answer within '.self::SECONDS.' seconds.');
    }

    private static function refusal(int $status): string
    {
        return match (true) {
            $status === 401, $status === 403 => "It does not let anybody read it without a sign-in ({$status}).",
            $status === 404, $status === 410 => "There is nothing at this address any more ({$status}).",
            $status === 429 => 'It is asked too often (429).',
            $status >= 500 => "It is out of order ({$status}).",
            default => "It answers something else than a calendar ({$status}).",
        };
    }

    private static function short(?string $header): ?string
    {
        return $header === null || strlen($header) > 200 ? null : $header;
    }
}
