<?php

declare(strict_types=1);

use Illuminate\Support\Facades\Route;

// One page; what it shows is decided in the browser.
Route::view('/{any?}', 'page')->where('any', '^(?!api/|sanctum/|build/|up$).*$');
