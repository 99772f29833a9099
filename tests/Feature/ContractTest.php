<?php

declare(strict_types=1);

use Illuminate\Routing\Route as Registered;
use Illuminate\Support\Facades\Route;
use Symfony\Component\Yaml\Yaml;

test('the contract has every route, and every route is in the contract', function () {
    $document = Yaml::parseFile(base_path('api/openapi.yaml'));
    $written = [];
    foreach ($document['paths'] as $path => $operations) {
        foreach (array_intersect(array_keys($operations), ['get', 'post', 'put', 'patch', 'delete']) as $method) {
            $written[] = strtoupper($method).' '.$path;
        }
    }
    $registered = collect(Route::getRoutes()->getRoutes())
        ->filter(fn (Registered $route): bool => str_starts_with($route->uri(), 'api/'))
        ->flatMap(
            fn (Registered $route): array => array_map(
                fn (string $method): string => $method.' /'.substr($route->uri(), 4),
                array_diff($route->methods(), ['HEAD']),
            ),
        )
        ->sort()
        ->values()
        ->all();
    sort($written);
    expect($registered)->toBe($written);
});

test('every operation has a name of its own', function () {
    $document = Yaml::parseFile(base_path('api/openapi.yaml'));
    $names = collect($document['paths'])->flatMap(fn (array $operations): array => array_column($operations, 'operationId'));
    expect($names->duplicates()->all())
        ->toBe([])
        ->and($names->count())
        ->toBeGreaterThan(30);
});

test('an unknown address of the API is a sentence in JSON, any other the page', function () {
    $this->getJson('/api/nowhere')
        ->assertNotFound()
        ->assertJsonPath('message', 'This is not there any more, or it is not yours.');
    $this->withoutVite()->get('/week/2026-11-25')->assertOk()->assertSee('<div id="page">', false);
});
