<?php

declare(strict_types=1);

use Bench\Life;

// What a client of CalDAV waits for, on a life of one year and on one of ten, side by side: everything for the first time, whether there is
// something new, in one calendar and in all, and one entry sent. Real time, of one client.

$asked =
    "<sync-collection xmlns='DAV:' xmlns:C='urn:ietf:params:xml:ns:caldav'><sync-token>%s</sync-token><sync-level>1</sync-level><prop><getetag/><C:calendar-data/></prop></sync-collection>";
$ask = function (
    Life $life,
    string $password,
    string $method,
    string $path,
    string $body,
    string $header = 'Accept: */*',
): string {
    $handle = curl_init($life->server->url.$path);
    curl_setopt($handle, CURLOPT_CUSTOMREQUEST, $method === '' ? 'GET' : $method);
    curl_setopt($handle, CURLOPT_RETURNTRANSFER, true);
    curl_setopt($handle, CURLOPT_USERPWD, "steward@example.test:{$password}");
    curl_setopt($handle, CURLOPT_POSTFIELDS, $body);
    curl_setopt($handle, CURLOPT_HTTPHEADER, ['Expect:', $header]);
    $answer = curl_exec($handle);
    if (! is_string($answer) || curl_getinfo($handle, CURLINFO_RESPONSE_CODE) >= 300) {
        throw new RuntimeException("{$method} {$path} was refused: ".substr((string) $answer, 0, 300));
    }

    return $answer;
};
$seconds = function (Closure $work): float {
    $began = hrtime(true);
    $work();

    return (hrtime(true) - $began) / 1e9;
};

echo "\nclients of CalDAV, real time\n";
printf(
    "%10s %8s %8s %16s %18s %18s %10s\n",
    'life',
    'entries',
    'MB',
    'all, first, s',
    'nothing new, ms',
    'of one, ms',
    'put, ms',
);
foreach ([new Life('1 year', 1, 1, 1), new Life('10 years', 10, 10, 10)] as $life) {
    /** @var array{password: string} $made */
    $made = json_decode($life->server->ask('POST', '/api/device-passwords', ['name' => 'Bench']), true);
    $password = $made['password'];
    preg_match(
        '#/dav/(\d+)/#',
        $ask(
            $life,
            $password,
            'PROPFIND',
            '/dav/',
            '<propfind xmlns="DAV:"><prop><current-user-principal/></prop></propfind>',
            'Depth: 0',
        ),
        $m,
    );
    $home = '/dav/'.($m[1] ?? '').'/calendars/';
    preg_match_all("#<d:href>({$home}[^<]+)</d:href>#", $ask($life, $password, 'PROPFIND', $home, '', 'Depth: 1'), $found);
    $tokens = [];
    $bytes = $entries = 0;
    $first = $seconds(function () use ($ask, $asked, $life, $password, $found, &$tokens, &$bytes, &$entries): void {
        foreach ($found[1] as $calendar) {
            $answer = $ask($life, $password, 'REPORT', $calendar, sprintf($asked, ''));
            $bytes += strlen($answer);
            $entries += substr_count($answer, 'BEGIN:VCALENDAR');
            preg_match('#<d:sync-token>([^<]+)<#', $answer, $token);
            $tokens[$calendar] = $token[1] ?? '';
        }
    });
    $all = $one = $put = [];
    for ($i = 0; $i < 15; $i++) {
        $all[] = $seconds(function () use ($ask, $asked, $life, $password, $tokens): void {
            foreach ($tokens as $calendar => $token) {
                $ask($life, $password, 'REPORT', $calendar, sprintf($asked, $token));
            }
        });
        $one[] = $seconds(fn () => $ask($life, $password, 'REPORT', $found[1][0], sprintf($asked, $tokens[$found[1][0]])));
        $text =
            "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nBEGIN:VEVENT\r\nUID:bench-{$i}@example\r\nDTSTAMP:20260101T000000Z\r\n".
            'DTSTART:'.
            gmdate('Ymd', time() + 86400 * $i).
            "T100000Z\r\nDURATION:PT1H\r\nSUMMARY:Bench\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n";
        $put[] = $seconds(
            fn () => $ask($life, $password, 'PUT', "{$found[1][0]}bench-{$i}.ics", $text, 'Content-Type: text/calendar'),
        );
    }
    $median = function (array $times): float {
        /** @var list<float> $times */
        sort($times);

        return 1000 * (float) ($times[intdiv(count($times), 2)] ?? 0);
    };
    printf(
        "%10s %8d %8.1f %16.2f %18.0f %18.0f %10.0f\n",
        $life->name,
        $entries,
        $bytes / 1e6,
        $first,
        $median($all),
        $median($one),
        $median($put),
    );
}
