<?php

declare(strict_types=1);

use App\Database\GuardedConnection;
use App\Database\WroteWhileReading;
use App\Http\Middleware\ReadsOnly;
use App\Http\Middleware\WithinBounds;
use Illuminate\Routing\Route;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route as Routes;

/** Each is planted into a request that only reads; the tests of all other reads show that none of the product's own writes. */
test('a request that reads cannot write, however the statement is written', function (string $sql) {
    $this->entry(['title' => 'Feed citrus']);
    foreach (['GET', 'HEAD'] as $method) {
        Routes::middleware('api')->match([$method], "api/planted-{$method}", fn () => ['done' => DB::connection()->unprepared($sql)])->bounds(App\Http\Bounds::Read);
        expect($this->call($method, "/api/planted-{$method}")->baseResponse->exception)->toBeInstanceOf(WroteWhileReading::class);
    }
    expect(DB::table('entries')->where('title', 'Feed citrus')->count())->toBe(1);
})->with([
    'delete from entries',
    "  UPDATE entries set title = 'x'",
    'insert into searched_rows select * from searched_rows',
    'with old as (select id from entries) delete from entries where id in (select id from old)',
    'replace into users select * from users',
    'drop table entries',
    'create temporary table x as select 1',
]);

test('it reads all the same, and may keep what it found', function () {
    GuardedConnection::readingOnly(function (): void {
        expect(DB::select('with one as (select 1 as n) select n from one')[0]->n)
            ->toBe(1)
            ->and(GuardedConnection::keeping(fn (): int => DB::table('answers')->delete()))
            ->toBe(0)
            ->and(fn () => DB::table('answers')->delete())
            ->toThrow(WroteWhileReading::class);
    });
    expect(DB::table('answers')->delete())->toBe(0);
});

test('every read of the contract has a connection that only reads, but the box whose mails are seen by it', function () {
    $without = array_filter(
        Routes::getRoutes()->getRoutes(),
        fn (Route $route): bool => in_array(WithinBounds::class, app('router')->gatherRouteMiddleware($route), true) &&
            array_intersect($route->methods(), ['GET', 'PROPFIND', 'REPORT']) !== [] &&
            ! in_array(ReadsOnly::class, app('router')->gatherRouteMiddleware($route), true),
    );
    expect(array_values(array_map(fn (Route $route): string => $route->uri(), $without)))->toBe(['api/standins/post', 'feeds/{secret}.ics']);
});
