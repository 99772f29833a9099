<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

test('every route states how much it may bring and take', function () {
    $none = [];
    foreach (Route::getRoutes() as $route) {
        // What the framework brings along: a cookie for forged requests, and files of the disk, which are not served here.
        if ($route->getAction('bounds') === null && ! in_array($route->uri(), ['sanctum/csrf-cookie', 'storage/{path}'], true)) {
            $none[] = implode('|', $route->methods()).' '.$route->uri();
        }
    }
    expect($none)->toBe([]);
});

test('reads that go together are each held to what they would be held to alone', function (string $read) {
    $alone = $this->api('GET', 'together?read='.rawurlencode($read))->assertOk()->json('parts.0.status');
    expect($alone)->toBeIn([400, 404, 422]);
})->with([
    'a list where a value belongs' => 'board?from[]=1',
    'a list of lists' => 'search?q[a][b]=1',
    'odd bytes' => 'search?q=%FF%FE',
    'a nul' => 'entries/%00',
    'a file' => 'calendar-file',
    'another file' => 'table-file?what=entries',
    'itself' => 'together?read=board',
]);

test('no page of another host is told that it may read what is here', function () {
    $this->api(
        'GET',
        'session',
        headers: ['Origin' => 'https://elsewhere.example.test'],
    )->assertHeaderMissing('Access-Control-Allow-Origin');
});
