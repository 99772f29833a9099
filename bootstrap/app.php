<?php

declare(strict_types=1);

use App\Access\OnlyFollowed;
use App\Actions\Closing\AlreadyDecided;
use App\Actions\Entries\StaleEntry;
use App\Actions\Rounds\TooManyGoals;
use App\Exceptions\StorageTrouble;
use App\Http\Bounds;
use App\Http\Controllers\DavController;
use App\Http\Controllers\FeedController;
use App\Http\Controllers\HealthController;
use App\Http\Middleware\AnsweredMeanwhile;
use App\Http\Middleware\KnownDevice;
use App\Http\Middleware\KnownDevicePassword;
use App\Http\Middleware\ReadsOnly;
use App\Http\Middleware\SecurityHeaders;
use App\Http\Middleware\WellFormed;
use App\Http\Middleware\WithinBounds;
use App\Http\Resources\EntryResource;
use App\Journal\AccountHeld;
use App\Journal\ChangedSince;
use App\Writing\WrittenMeanwhile;
use Illuminate\Cookie\Middleware\AddQueuedCookiesToResponse;
use Illuminate\Cookie\Middleware\EncryptCookies;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession;
use Illuminate\Support\Arr;
use Illuminate\Support\Facades\Route;
use Illuminate\Validation\ValidationException;
use PlumRota\Core\Fields\NotAllowed;
use PlumRota\Core\Recurrence\InvalidRule;
use PlumRota\Core\Schedule\CannotReschedule;
use PlumRota\Core\Schedule\IsProtected;
use PlumRota\Core\Schedule\NoSuchOccurrence;
use PlumRota\Core\Schedule\TooDense;
use PlumRota\Core\Time\InvalidTime;
use Symfony\Component\ErrorHandler\Error\FatalError;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;

// What PHP writes (sessions, logs, caches, files with entries) is nobody else's to read: files 0600, folders 0700.
umask(0077);

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__.'/../routes/web.php',
        api: __DIR__.'/../routes/api.php',
        commands: __DIR__.'/../routes/console.php',
        then: function (): void {
            // Without session and cookies, so that they can be asked every second.
            Route::get('up', [HealthController::class, 'up'])->bounds(Bounds::Read);
            Route::get('ready', [HealthController::class, 'ready'])->bounds(Bounds::Read);
            // Whoever has the address reads it; nothing else tells who asks.
            Route::get('feeds/{secret}.ics', [FeedController::class, 'read'])
                ->where('secret', '[A-Za-z0-9_-]{43}')
                ->middleware(['throttle:feeds', WithinBounds::class])
                ->bounds(Bounds::Export);
            // Clients of CalDAV, each with a password of its own.
            Route::addRoute([...DavController::METHODS, 'POST'], '.well-known/caldav', [DavController::class, 'wellKnown'])->bounds(Bounds::Read);
            // Others are answered as a client of DAV reads it.
            Route::addRoute([...DavController::METHODS, ...DavController::OTHERS], 'dav/{path?}', [DavController::class, 'answer'])
                ->where('path', '.*')
                ->middleware([WithinBounds::class, KnownDevicePassword::class, ReadsOnly::class])
                ->bounds(Bounds::Client);
        },
    )
    ->withMiddleware(function (Middleware $middleware): void {
        $middleware->append(SecurityHeaders::class);
        $middleware->remove(HandleCors::class); // no page of another host has any business here
        // First-party requests are known by the session and its token; a page that sends no Referer is as good as any.
        $middleware->api(
            prepend: [
                WithinBounds::class,
                WellFormed::class,
                EncryptCookies::class,
                AddQueuedCookiesToResponse::class,
                StartSession::class,
                ValidateCsrfToken::class,
                KnownDevice::class,
            ],
            append: [ReadsOnly::class],
        );
        $middleware->redirectGuestsTo('/sign-in');
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->shouldRenderJsonWhen(fn (Request $request): bool => $request->is('api/*') || $request->expectsJson());
        $exceptions->dontReport([AnsweredMeanwhile::class, AccountHeld::class, WrittenMeanwhile::class, OnlyFollowed::class, TooManyGoals::class, StaleEntry::class, NotAllowed::class, TooDense::class, IsProtected::class, CannotReschedule::class, NoSuchOccurrence::class, ChangedSince::class, AlreadyDecided::class, InvalidTime::class, InvalidRule::class]);
        // A disk that is full takes no log either: what cannot be stored is said without one.
        $exceptions->report(function (PDOException|ErrorException|UnexpectedValueException $e): bool {
            $sentence = StorageTrouble::sentence($e);
            if ($sentence !== null) {
                @error_log($sentence.' '.$e->getMessage());
            }

            return $sentence === null;
        });
        $exceptions->render(fn (StaleEntry $e): JsonResponse => response()->json(['message' => $e->getMessage(), 'current' => (new EntryResource($e->current))->fields()], 409));
        $exceptions->render(fn (WrittenMeanwhile $e): JsonResponse => response()->json(['message' => $e->getMessage(), 'lines' => $e->lines], 409));
        $exceptions->render(fn (AccountHeld $e): JsonResponse => response()
            ->json(['message' => $e->getMessage()], 503, ['Retry-After' => (string) AccountHeld::RETRY_AFTER]));
        $exceptions->render(fn (AlreadyDecided $e): JsonResponse => response()->json(['message' => $e->getMessage()], 409));
        $exceptions->render(fn (ChangedSince $e): JsonResponse => response()->json(['message' => $e->getMessage()], 409));
        $exceptions->render(fn (OnlyFollowed $e): JsonResponse => response()->json(['message' => $e->getMessage()], 403));
        $exceptions->render(fn (NoSuchOccurrence $e): JsonResponse => response()->json(['message' => $e->getMessage()], 404));
        $exceptions->render(fn (IsProtected $e): JsonResponse => response()->json(['message' => $e->getMessage(), 'errors' => ['protected' => [$e->getMessage()]]], 422));
        $exceptions->render(fn (TooManyGoals $e): JsonResponse => response()->json(['message' => $e->getMessage(), 'errors' => ['title' => [$e->getMessage()]]], 422));
        $exceptions->render(fn (NotAllowed $e, Request $request): ?JsonResponse => $request->is('api/*')
            ? response()->json(['message' => $e->getMessage(), 'errors' => ['fields' => [$e->getMessage()]]], 422) : null);
        $exceptions->render(fn (TooDense $e): JsonResponse => response()->json(['message' => $e->getMessage(), 'errors' => [$e->mayBeWished ? 'overlaps' : 'rule' => [$e->getMessage()]]], 422));
        $exceptions->render(fn (CannotReschedule|InvalidTime|InvalidRule $e): JsonResponse => response()->json(['message' => $e->getMessage(), 'errors' => ['start' => [$e->getMessage()]]], 422));
        $exceptions->render(fn (UniqueConstraintViolationException $e, Request $request): ?JsonResponse => $request->is('api/*')
            ? response()->json(['message' => 'This is there already. Nothing was changed.'], 409) : null);
        $exceptions->render(fn (PDOException|ErrorException|UnexpectedValueException $e, Request $request): ?JsonResponse => $request->is('api/*') ? StorageTrouble::answer($e) : null);
        $exceptions->render(fn (FatalError $e, Request $request): ?JsonResponse => $request->is('api/*') && str_contains($e->getMessage(), 'Maximum execution time')
            ? response()->json(['message' => 'This took too long and was stopped. Nothing was changed; ask for less at once.'], 503) : null);
        // The first of its sentences; each stands with its field besides.
        $exceptions->render(fn (ValidationException $e, Request $request): ?JsonResponse => $request->is('api/*')
            ? response()->json(['message' => (string) Arr::first(Arr::flatten($e->errors())), 'errors' => $e->errors()], $e->status) : null);
        $exceptions->render(fn (NotFoundHttpException $e, Request $request): ?JsonResponse => $request->is('api/*')
            ? response()->json(['message' => 'This is not there any more, or it is not yours.'], 404) : null);
    })->create();
