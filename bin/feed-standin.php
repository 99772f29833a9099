<?php

declare(strict_types=1);

// Stands in for somebody else's server, so that following a calendar can be tried without a network: for PHP's built-in server.
// It gives one calendar, which is another every five minutes; in between it says that nothing has changed.
if (parse_url((string) $_SERVER['REQUEST_URI'], PHP_URL_PATH) !== '/visits.ics') {
    http_response_code(404);
    echo "There is one calendar here, /visits.ics.\n";

    return true;
}
$now = isset($_SERVER['STANDIN_NOW']) ? (int) $_SERVER['STANDIN_NOW'] : time();
$state = intdiv($now, 300);
$tag = '"'.$state.'"';
header("ETag: {$tag}");
header('Last-Modified: '.gmdate('D, d M Y H:i:s', $state * 300).' GMT');
if (($_SERVER['HTTP_IF_NONE_MATCH'] ?? '') === $tag) {
    http_response_code(304);

    return true;
}
header('Content-Type: text/calendar; charset=utf-8');
$stamp = gmdate('Ymd\THis\Z', $state * 300);
$event = fn (string $uid, string $start, string $end, string $title, string $more = ''): string => "BEGIN:VEVENT\r\nUID:{$uid}@visits.example.test\r\nDTSTAMP:{$stamp}\r\n".
    "SUMMARY:{$title}\r\nDTSTART:{$start}\r\nDTEND:{$end}\r\n{$more}END:VEVENT\r\n";
$monday = strtotime('monday this week', $now);
$text = "BEGIN:VCALENDAR\r\nVERSION:2.0\r\nPRODID:-//Visits//Stand-in//EN\r\nNAME:School visits\r\nREFRESH-INTERVAL;VALUE=DURATION:PT15M\r\n";
for ($week = 0; $week < 6; $week++) {
    $day = gmdate('Ymd', $monday + (7 * $week + 3) * 86400);
    $children = 18 + ($state + $week) % 9;
    $text .= $event("visit-{$day}", "{$day}T090000", "{$day}T103000", "Class visit\\, {$children} children", "LOCATION:Palm house\r\n");
}
$friday = gmdate('Ymd', $monday + 4 * 86400);
$hour = 13 + $state % 4;
$text .= $event('soil', "{$friday}T{$hour}0000", "{$friday}T{$hour}3000", 'Soil is delivered');
$text .= $event('birthday', "{$friday}T160000", "{$friday}T170000", 'Birthday at the school');
echo $text."END:VCALENDAR\r\n";

return true;
