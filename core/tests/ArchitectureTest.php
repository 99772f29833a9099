<?php

declare(strict_types=1);

arch('the core knows no framework, no clock and no outside')
    ->expect('PlumRota\Core')
    ->not->toUse(['Illuminate', 'Laravel', 'Carbon', 'App', 'Sabre', 'now', 'today', 'time', 'date', 'strtotime', 'file_get_contents', 'env', 'config', 'dd', 'dump']);

arch('the core is strict')->expect('PlumRota\Core')->toUseStrictTypes();

arch('classes of the core are final')->expect('PlumRota\Core')->classes()->toBeFinal();

arch('the application is strict')->expect('App')->toUseStrictTypes();

arch('models and actions know nothing of HTTP')
    ->expect(['App\Models', 'App\Actions'])
    ->not->toUse(['App\Http', 'Illuminate\Http']);

test('the core reads no superglobal and asks no clock', function () {
    $files = new RecursiveIteratorIterator(new RecursiveDirectoryIterator(__DIR__.'/../src', FilesystemIterator::SKIP_DOTS));
    $seen = 0;
    foreach ($files as $file) {
        $code = php_strip_whitespace($file->getPathname());
        expect($code)->not->toMatch('/\$_(GET|POST|SERVER|ENV|SESSION|COOKIE|FILES|REQUEST)\b|\$GLOBALS\b/')
            ->and($code)->not->toMatch('/new \\\\?DateTime(Immutable)?\((\)|[\'"]now)/');
        $seen++;
    }
    expect($seen)->toBeGreaterThan(25);
});
