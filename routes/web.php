<?php

declare(strict_types=1);

use App\Http\Bounds;
use App\Http\Controllers\MailAnswerController;
use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Support\Facades\Route;

// The presses of a mail: whoever has the signed link may answer, signed in or not.
Route::middleware('signed')->group(function (): void {
    Route::get('answer/{delivery}/{answer}', [MailAnswerController::class, 'ask'])->name('answer')->bounds(Bounds::Read);
    Route::post(
        'answer/{delivery}/{answer}',
        [MailAnswerController::class, 'answer'],
    )->withoutMiddleware(ValidateCsrfToken::class)->bounds(Bounds::Change);
});

// One page; what it shows is decided in the browser.
Route::view('/{any?}', 'page')->where(
    'any',
    '^(?!api/|sanctum/|build/|answer/|feeds/|dav(?:/|$)|\.well-known/|up$|ready$).*$',
)->bounds(Bounds::Read);
