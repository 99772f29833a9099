<?php

declare(strict_types=1);

namespace App\Providers;

use App\Journal\Journal;
use App\Standins\PostBox;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        $this->app->singleton(Journal::class);
    }

    public function boot(): void
    {
        Mail::extend('post-box', fn (): PostBox => new PostBox);
        Model::preventLazyLoading(! $this->app->isProduction());
        Model::preventSilentlyDiscardingAttributes(! $this->app->isProduction());
        RateLimiter::for('sign-in', fn (Request $request): array => [
            Limit::perMinute(5)->by('address '.$request->string('email')->lower()->value().' '.$request->ip()),
            Limit::perMinute(30)->by('machine '.$request->ip()),
        ]);
    }
}
