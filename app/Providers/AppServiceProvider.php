<?php

declare(strict_types=1);

namespace App\Providers;

use App\Accounts\WholeSessionFiles;
use App\Actions\Entries\FollowAnchor;
use App\Actions\Reminders\PlanReminders;
use App\Database\GuardedConnection;
use App\Database\ImmediateConnector;
use App\Database\Patience;
use App\Follows\Follows;
use App\Health\Heartbeat;
use App\Http\Bounds;
use App\Http\Requests\ListsFirst;
use App\Journal\Begun;
use App\Journal\Changed;
use App\Journal\Changing;
use App\Journal\Journal;
use App\Journal\Settling;
use App\Models\User;
use App\Queries\Occurrences\RolledOn;
use App\Queries\Occurrences\Unreadable;
use App\Queries\Planning\Forecast;
use App\Standins\PostBox;
use App\Standins\ShippedForecast;
use Carbon\CarbonImmutable;
use Closure;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Console\Events\CommandStarting;
use Illuminate\Contracts\Foundation\Application;
use Illuminate\Contracts\Translation\Translator;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Middleware\TrustProxies;
use Illuminate\Http\Request;
use Illuminate\Queue\Events\JobProcessing;
use Illuminate\Queue\Events\Looping;
use Illuminate\Routing\Route as OneRoute;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Mail;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\Route;
use Illuminate\Support\Facades\Session;
use Illuminate\Support\Facades\Validator;
use Illuminate\Support\ServiceProvider;
use PDO;

final class AppServiceProvider extends ServiceProvider
{
    /** What PHP can hold as a whole number. */
    private const NUMBER = '[0-9]{1,18}';

    /** Commands that look again by themselves where the database is busy. */
    private const WORKERS = ['reminders:work', 'queue:work', 'schedule:work', 'schedule:run', 'schedule:finish'];

    public function register(): void
    {
        $this->app->singleton(Journal::class);
        $this->app->scoped(Unreadable::class);
        $this->app->scoped(RolledOn::class);
        $this->app->bind('db.connector.sqlite', ImmediateConnector::class);
        Connection::resolverFor(
            'sqlite',
            /** @param  array<string, mixed>  $config */
            fn (
                PDO|Closure $pdo,
                string $database,
                string $prefix,
                array $config,
            ): GuardedConnection => new GuardedConnection($pdo, $database, $prefix, $config),
        );
        GuardedConnection::guardedBy(fn (string $sql) => $this->app->make(Journal::class)->guard($sql));
        $this->app->singleton(Forecast::class, ShippedForecast::class);
    }

    public function boot(): void
    {
        Validator::resolver(
            fn (
                Translator $words,
                array $data,
                array $rules,
                array $messages,
                array $names,
            ): \Illuminate\Validation\Validator => new \Illuminate\Validation\Validator(
                $words,
                $data,
                ListsFirst::only($data, $rules),
                $messages,
                $names,
            ),
        );
        $proxies = config('proxies.trusted');
        TrustProxies::at(is_array($proxies) ? array_filter($proxies, is_string(...)) : []);
        Session::extend(
            'file',
            fn (Application $app): WholeSessionFiles => new WholeSessionFiles(
                $app->make('files'),
                (string) $app->make('config')->string('session.files'),
                $app->make('config')->integer('session.lifetime'),
            ),
        );
        Event::listen(
            Changing::class,
            fn (Changing $one) => $one->user instanceof User ? $this->app->make(PlanReminders::class)->before($one->user) : null,
        );
        Event::listen(
            Settling::class,
            fn (Settling $one) => $one->user instanceof User
                ? $this->app->make(FollowAnchor::class)->follow($one->user, $one->rows)
                : null,
        );
        Event::listen(
            Changed::class,
            fn (Changed $one) => $one->user instanceof User ? $this->app->make(Follows::class)->follow($one->user->id, $one->rows) : null,
        );
        Event::listen(
            Changed::class,
            fn (Changed $one) => $one->user instanceof User
                ? $this->app->make(PlanReminders::class)->after($one->user, $one->rows)
                : null,
        );
        Event::listen(
            CommandStarting::class,
            fn (CommandStarting $one) => Patience::has(
                in_array($one->command, self::WORKERS, true)
                    ? null
                    : fn (string $sentence) => $one->output->writeln("<comment>{$sentence}</comment>"),
            ),
        );
        // Workers of queues say that they are there: between two jobs, and in the middle of a long one (`StoredArchive::beat`).
        Event::listen(
            [Looping::class, JobProcessing::class],
            fn (Looping|JobProcessing $one) => (new Heartbeat($one->connectionName === 'long' ? 'long' : 'queue'))->beat(),
        );
        Event::listen(Begun::class, fn (Begun $one) => $this->app->make(Follows::class)->begin($one->userIds()));
        Mail::extend('post-box', fn (): PostBox => new PostBox());
        Model::preventLazyLoading(! $this->app->isProduction());
        Model::preventSilentlyDiscardingAttributes(! $this->app->isProduction());
        // Each route states beside its definition how much it may bring and take.
        OneRoute::macro('bounds', function (Bounds $bounds): OneRoute {
            /** @var OneRoute $this */
            $this->setAction([...(array) $this->getAction(), 'bounds' => $bounds->value]);

            return $this;
        });
        Route::patterns(['delivery' => self::NUMBER, 'step' => self::NUMBER, 'invitation' => self::NUMBER]);
        // A feed is asked for every few minutes at most; who tries addresses gets no further either.
        RateLimiter::for('feeds', fn (Request $request): Limit => self::eachMinute(60, 'feeds '.$request->ip()));
        RateLimiter::for('open-account', fn (Request $request): Limit => self::eachMinute(20, 'machine '.$request->ip()));
    }

    /** By minutes that have a name each: what was counted while the clock was wrong is met by nobody once it is right. */
    private static function eachMinute(int $most, string $whom): Limit
    {
        return Limit::perMinute($most)->by($whom.' '.intdiv(CarbonImmutable::now()->getTimestamp(), 60));
    }
}
