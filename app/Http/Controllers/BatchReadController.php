<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Requests\BatchReadRequest;
use Illuminate\Contracts\Debug\ExceptionHandler;
use Illuminate\Foundation\Application;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
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
    /** Files, and this itself, by the names of their routes. */
    private const NOT_HERE = ['attachments.show', 'together'];

    /** Seconds of processor time for each of them, as for a request of its own (WellFormed). */
    private const MOST_SECONDS = 2;

    public function __construct(private Application $app, private Router $router, private ExceptionHandler $exceptions)
    {
    }

    public function __invoke(BatchReadRequest $request): Response
    {
        $parts = array_map(fn (string $path): string => $this->part($request, $path), $request->reads());

        return new Response('{"parts":['.implode(',', $parts).']}', 200, ['Content-Type' => 'application/json']);
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
        if (PHP_SAPI !== 'cli') {
            set_time_limit(self::MOST_SECONDS);
        }
        $this->app->forgetScopedInstances(); // as every request has its own
        $this->app->instance('request', $one);
        try {
            return Router::toResponse($one, $this->route($one)->run());
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
        if (in_array($route->getName(), self::NOT_HERE, true)) {
            throw new NotFoundHttpException();
        }
        $this->router->substituteBindings($route);
        $this->router->substituteImplicitBindings($route);
        $one->setRouteResolver(fn (): Route => $route);

        return $route;
    }
}
