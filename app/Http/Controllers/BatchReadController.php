<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Bounds;
use App\Http\Middleware\WellFormed;
use App\Http\Requests\BatchReadRequest;
use Illuminate\Contracts\Debug\ExceptionHandler;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Http\Middleware\ConvertEmptyStringsToNull;
use Illuminate\Foundation\Http\Middleware\TrimStrings;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Pipeline\Pipeline;
use Illuminate\Routing\Route;
use Illuminate\Routing\Router;
use Symfony\Component\HttpFoundation\Response as Answer;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Throwable;

/**
 * Several reads as one request: what a page shows after a change. Each is answered as it would be alone, with its own status;
 * one that fails leaves the others as they are.
 */
final readonly class BatchReadController
{
    /** What is no part of a page: this itself; and whatever hands out a file, which a route says by its bounds. */
    private const NOT_HERE = ['together'];

    /** Seconds of processor time for all of them; what is left then is asked for by itself. */
    private const MOST_SECONDS = 4;

    public function __construct(private Application $app, private Router $router, private ExceptionHandler $exceptions)
    {
    }

    public function __invoke(BatchReadRequest $request): Response
    {
        $began = self::used();
        if (PHP_SAPI !== 'cli') {
            set_time_limit(self::MOST_SECONDS + Bounds::Read->seconds()); // the last may have begun just before
        }
        $parts = [];
        foreach ($request->reads() as $path) {
            $parts[] = self::used() - $began < self::MOST_SECONDS ? $this->part($request, $path) : self::LATER;
        }

        return new Response('{"parts":['.implode(',', $parts).']}', 200, ['Content-Type' => 'application/json']);
    }

    private const LATER = '{"status":503,"body":{"message":"This was too much at once. Ask for it by itself."}}';

    /** Seconds of processor time so far. */
    private static function used(): float
    {
        /** @var array{'ru_utime.tv_sec': int, 'ru_utime.tv_usec': int} $used */
        $used = getrusage();

        return $used['ru_utime.tv_sec'] + $used['ru_utime.tv_usec'] / 1e6;
    }

    private function part(Request $whole, string $path): string
    {
        $answer = $this->answer($whole, $path);
        $body = (string) $answer->getContent();

        return '{"status":'.$answer->getStatusCode().',"body":'.(json_validate($body) ? $body : 'null').'}';
    }

    private function answer(Request $whole, string $path): Answer
    {
        $one = Request::create("/api/{$path}", 'GET', server: ['HTTP_ACCEPT' => 'application/json'] + $whole->server->all());
        $one->setUserResolver($whole->getUserResolver());
        if ($whole->hasSession()) {
            $one->setLaravelSession($whole->session());
        }
        $fault = WellFormed::faultOfAddress($one);
        if ($fault !== null) {
            return $fault;
        }
        $this->app->forgetScopedInstances(); // as every request has its own
        $this->app->instance('request', $one);
        try {
            // As every request comes: blanks at the ends are nothing, and neither is an empty text.
            $came = (new Pipeline($this->app))
                ->send($one)
                ->through([TrimStrings::class, ConvertEmptyStringsToNull::class])
                ->then(fn (Request $one): Answer => Router::toResponse($one, $this->route($one)->run()));
            assert($came instanceof Answer);

            return $came;
        } catch (Throwable $e) {
            $this->exceptions->report($e);

            return $this->exceptions->render($one, $e);
        } finally {
            $this->app->instance('request', $whole);
        }
    }

    /** A route that only reads and answers in JSON, with what its address names. */
    private function route(Request $one): Route
    {
        $route = $this->router->getRoutes()->match($one);
        if (in_array($route->getName(), self::NOT_HERE, true) || Bounds::of($route) !== Bounds::Read) {
            throw new NotFoundHttpException();
        }
        $this->router->substituteBindings($route);
        $this->router->substituteImplicitBindings($route);
        $one->setRouteResolver(fn (): Route => $route);

        return $route;
    }
}
