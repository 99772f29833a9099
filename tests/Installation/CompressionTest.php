<?php

declare(strict_types=1);

use Tests\Browser\Site;

test('text goes compressed to whoever takes it so, and as it is to others', function () {
    $site = Site::running();
    $get = function (string $path, string $accepts) use ($site): array {
        $handle = curl_init($site->url.$path);
        curl_setopt_array($handle, [
            CURLOPT_RETURNTRANSFER => true,
            CURLOPT_HEADER => true,
            CURLOPT_HTTPHEADER => ["Accept-Encoding: {$accepts}", 'Accept: application/json'],
        ]);
        $answer = (string) curl_exec($handle);
        $size = curl_getinfo($handle, CURLINFO_HEADER_SIZE);

        return [strtolower(substr($answer, 0, $size)), substr($answer, $size)];
    };
    [$headers, $plain] = $get('/sign-in', 'identity');
    expect($headers)->not->toContain('content-encoding');
    [$headers, $body] = $get('/sign-in', 'gzip');
    expect($headers)
        ->toContain('content-encoding: gzip')
        ->toContain('vary: accept-encoding')
        ->and(strlen(gzdecode($body) ?: ''))
        ->toBeGreaterThan(500)
        ->and(strlen($body))
        ->toBeLessThan(strlen($plain));
    $script = basename((glob(dirname(__DIR__, 2).'/public/build/assets/main-*.js') ?: ['none'])[0]);
    [$headers, $body] = $get("/build/assets/{$script}", 'gzip');
    expect($headers)
        ->toContain('content-encoding: gzip')
        ->and(gzdecode($body))
        ->toBe(file_get_contents(dirname(__DIR__, 2)."/public/build/assets/{$script}"));
    $font = basename((glob(dirname(__DIR__, 2).'/public/build/assets/*.woff2') ?: ['none'])[0]);
    [$headers, $body] = $get("/build/assets/{$font}", 'gzip');
    expect($headers)
        ->not->toContain('content-encoding')
        ->and($body)
        ->toBe(file_get_contents(dirname(__DIR__, 2)."/public/build/assets/{$font}"));
});
